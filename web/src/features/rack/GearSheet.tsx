/** One piece of gear: what is known of it, whether it is in service, and why not. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiFailure, api, data, type GearView, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeRack } from "@/api/lists";
import { once } from "@/api/once";
import { refusal, SCREEN } from "@/text";
import { RACK } from "@/text/rack";
import { Button, buttonLook } from "@/ui/button";
import { type Level, Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { Sheet } from "@/ui/sheet";
import { Failed } from "@/ui/states";
import { ChartSheet } from "./ChartSheet";
import { GearField, WIDTH } from "./GearField";
import {
  FIELDS,
  type Fields,
  type Gear,
  type GearKind,
  HEADINGS,
  USUAL,
  whole,
  wiresInHand,
} from "./model";

type Props = {
  view: GearView | null;
  kind: GearKind;
  onClose: () => void;
  onGone: (gear: Gear) => void;
  /** A new tip is picked from a chart instead. */
  onChart: () => void;
};

/** A new reading of a cylinder is of the moment it was typed in, unless another is given. */
function readNow(kind: GearKind, before: Fields, now: Fields): Fields {
  const read = ["pressure_kpa", "gross_kg"].some((key) => before[key] !== now[key]);
  const said = before.read_at !== now.read_at;
  const stamp = kind === "cylinder" && read && !said;
  return stamp ? { ...now, read_at: new Date().toISOString() } : now;
}

/** The wires that a bore can be measured with, thin to thick: those of the sets in the rack, and those that the shop told before. */
function useWires(wanted: boolean): number[] {
  const shop = useQuery({
    queryKey: keys.shop,
    enabled: wanted,
    queryFn: () => data(api.GET("/api/v1/shop")),
  });
  const rack = useQuery({ queryKey: keys.rack, enabled: wanted, queryFn: wholeRack });
  const told = (shop.data?.settings as { cleaner_wires_mm?: number[] } | undefined)
    ?.cleaner_wires_mm;
  return wanted ? wiresInHand(rack.data?.gear ?? [], told ?? []) : [];
}

export function GearSheet({ view, kind, onClose, onGone, onChart }: Props) {
  const { system } = usePreferences();
  const queries = useQueryClient();
  const gear = view?.gear;
  const [label, setLabel] = useState(gear?.label ?? "");
  const [fields, setFields] = useState<Fields>((gear?.fields as Fields) ?? USUAL[kind]);
  const [serving, setServing] = useState(gear?.in_service ?? true);
  const [why, setWhy] = useState(gear?.out_because ?? "");
  const [charting, setCharting] = useState(false);
  const refresh = () => queries.invalidateQueries();
  const save = useMutation({
    mutationFn: () => {
      const known = whole(readNow(kind, (gear?.fields as Fields) ?? {}, fields));
      const body = { label, fields: known, in_service: serving, out_because: serving ? "" : why };
      if (gear === undefined) {
        // the moment of a reading is that of the first try
        const { read_at: _, ...meant } = known as Fields & { read_at?: unknown };
        return once(["gear", kind, label, meant], { kind, ...body }, (id, body) =>
          data(api.PUT("/api/v1/gear/{id}", { params: { path: { id } }, body })),
        );
      }
      const change = { version: gear.version, ...body } as Schemas["GearChange"];
      return data(
        api.PATCH("/api/v1/gear/{id}", { params: { path: { id: gear.id } }, body: change }),
      );
    },
    onSuccess: async () => {
      await refresh();
      onClose();
    },
  });
  const remove = useMutation({
    mutationFn: () =>
      data(
        api.DELETE("/api/v1/gear/{id}", {
          params: { path: { id: gear?.id ?? "" } },
          body: { version: gear?.version ?? 0 },
        }),
      ),
    onSuccess: async (gone) => {
      onGone(gone);
      await refresh();
      onClose();
    },
  });
  const failure = save.error instanceof ApiFailure ? save.error : null;
  // a mark of a dial or a wire is refused by its place: it is told with its row
  const problem = (path: string) => {
    const found = failure?.fields.find(
      (each) => each.path === path || each.path.startsWith(`${path}.`),
    );
    return found === undefined ? undefined : refusal(found, system);
  };
  const set = (key: string, value: unknown) => setFields((now) => ({ ...now, [key]: value }));

  const wires = useWires(kind === "tip");
  const lay = kind === "cylinder" && fields.gas === "acetylene";
  return (
    <Sheet open onClose={onClose} title={gear?.label ?? `New: ${HEADINGS[kind].toLowerCase()}`}>
      <div className="flex flex-col gap-4" data-gear-sheet={kind}>
        {view?.notes.map((note) => (
          <p key={note.code} className="flex gap-2 text-sm">
            <Mark level={note.level as Level} /> {note.text}
          </p>
        ))}
        {kind === "tip" && gear === undefined && (
          <Button className="self-start" onClick={onChart}>
            {RACK.openChart}
          </Button>
        )}
        <label className="flex flex-col gap-0.5 text-xs text-ink-2">
          What the shop calls it
          <input
            value={label}
            onChange={(event) => setLabel(event.target.value)}
            className={WIDTH}
          />
          {problem("label") && <span className="text-stop">{problem("label")}</span>}
        </label>
        <div className="grid grid-cols-2 items-start gap-3">
          {FIELDS[kind]
            .filter((field) => field.only?.(fields) ?? true)
            .map((field) => (
              <div
                key={field.key}
                className={field.as === "dial" || field.as === "wires" ? "col-span-2" : undefined}
              >
                <GearField
                  field={field}
                  value={fields[field.key]}
                  problem={problem(`fields.${field.key}`)}
                  wires={wires}
                  onSet={(value) => set(field.key, value)}
                />
              </div>
            ))}
        </div>
        {lay && (
          <Button
            className="self-start"
            onClick={() => set("upright_since", new Date().toISOString())}
          >
            Was laid down: stands from now
          </Button>
        )}
        <fieldset className="flex flex-col gap-2 border-t border-line pt-3">
          <label className="flex items-center gap-2 text-sm font-semibold">
            <input
              type="checkbox"
              className="size-5 accent-[var(--accent)]"
              checked={serving}
              onChange={(event) => setServing(event.target.checked)}
            />
            In service
          </label>
          {!serving && (
            <label className="flex flex-col gap-0.5 text-xs text-ink-2">
              Why not
              <input
                value={why}
                onChange={(event) => setWhy(event.target.value)}
                className={WIDTH}
              />
              {problem("out_because") && (
                <span className="text-stop">{problem("out_because")}</span>
              )}
            </label>
          )}
        </fieldset>
        {kind === "tip" && gear !== undefined && (
          <div className="flex flex-wrap gap-2 border-t border-line pt-3">
            <Button onClick={() => setCharting(true)}>Maker’s chart…</Button>
            {Array.isArray(fields.charts) && fields.charts.length > 0 && (
              <a
                className={buttonLook("quiet")}
                href={`/api/v1/gear/${gear.id}/chart.csv`}
                download
              >
                Chart as CSV
              </a>
            )}
          </div>
        )}
        {failure && failure.code === "stale" && <Failed error={new Error(SCREEN.staleJob)} />}
        {failure && failure.code !== "stale" && failure.fields.length === 0 && (
          <Failed error={failure} />
        )}
        <div className="flex justify-between gap-2 border-t border-line pt-3">
          <Button look="next" disabled={save.isPending} onClick={() => save.mutate()}>
            {gear === undefined ? "Add" : "Save"}
          </Button>
          {gear !== undefined && (
            <Button look="bare" onClick={() => remove.mutate()} disabled={remove.isPending}>
              Take off the list
            </Button>
          )}
        </div>
        {remove.error && <Failed error={remove.error} />}
      </div>
      {charting && gear !== undefined && (
        <ChartSheet gear={gear} onClose={() => setCharting(false)} onKept={onClose} />
      )}
    </Sheet>
  );
}
