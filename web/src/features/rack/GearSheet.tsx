/** One piece of gear: what is known of it, whether it is in service, and why not. */
import { useState } from "react";
import type { GearView } from "@/api/client";
import { refusal, SCREEN } from "@/text";
import { RACK } from "@/text/rack";
import { Button, buttonLook } from "@/ui/button";
import { type Level, Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { Sheet } from "@/ui/sheet";
import { Failed } from "@/ui/states";
import { ChartSheet } from "./ChartSheet";
import { GearField, WIDTH } from "./GearField";
import { FIELDS, type Gear, type GearKind, HEADINGS, problemAt } from "./model";
import { useGear, useWires } from "./useGear";

type Props = {
  view: GearView | null;
  kind: GearKind;
  onClose: () => void;
  onGone: (gear: Gear) => void;
  /** A new tip is picked from a chart instead. */
  onChart: () => void;
};

export function GearSheet({ view, kind, onClose, onGone, onChart }: Props) {
  const { system } = usePreferences();
  const gear = view?.gear;
  const [charting, setCharting] = useState(false);
  const { said, say, set, save, remove, failure } = useGear({ gear, kind, onClose, onGone });
  const problem = (path: string) => {
    const found = problemAt(failure?.fields ?? [], path);
    return found && refusal(found, system);
  };
  const { label, fields, serving, why } = said;
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
            onChange={(event) => say({ label: event.target.value })}
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
              onChange={(event) => say({ serving: event.target.checked })}
            />
            In service
          </label>
          {!serving && (
            <label className="flex flex-col gap-0.5 text-xs text-ink-2">
              Why not
              <input
                value={why}
                onChange={(event) => say({ why: event.target.value })}
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
