/** The rack: cylinders drawn with what is left in them, the tip drawer, hoses and the rest. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { type ReactNode, useState } from "react";
import { api, data, type GearView } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeRack } from "@/api/lists";
import { CylinderDrawing } from "@/draw/cylinder";
import { TipFace } from "@/draw/tip-face";
import { SCREEN, word } from "@/text";
import { Button } from "@/ui/button";
import { GasBadge } from "@/ui/gas-badge";
import { type Level, Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { May } from "@/ui/session";
import { Empty, Failed, Loading } from "@/ui/states";
import { Undo } from "@/ui/undo";
import { boreName, print, type System } from "@/units";
import { GearSheet } from "./GearSheet";
import { ago, type Fields, fill, type Gear, type GearKind, HEADINGS, KINDS } from "./model";

type Open = { view: GearView | null; kind: GearKind };

function Worst({ view }: { view: GearView }) {
  const order: Level[] = ["stop", "caution", "info"];
  const worst = order.find((level) => view.notes.some((note) => note.level === level));
  if (worst === undefined) return null;
  return (
    <span className="inline-flex">
      <Mark level={worst} />
      <span className="sr-only">{view.notes.map((note) => note.text).join(" ")}</span>
    </span>
  );
}

function Cylinder({
  view,
  system,
  onOpen,
}: {
  view: GearView;
  system: System;
  onOpen: () => void;
}) {
  const fields = view.gear.fields as Fields & { gas: string };
  const codes = view.notes.map((note) => note.code);
  const part = fill(view.free_gas_l, fields);
  const known = fields.label_read === true;
  const said = view.notes.find((note) => note.level === "stop");
  return (
    <button
      type="button"
      onClick={onOpen}
      data-cylinder={view.gear.label}
      className="flex w-28 shrink-0 flex-col rounded-md p-1 text-left hover:bg-accent-soft"
    >
      <CylinderDrawing
        gas={fields.gas}
        fill={known ? part : null}
        barred={said !== undefined}
        lying={codes.includes("cylinder_lying")}
        known={known}
      />
      <span className="mt-1 flex items-center gap-1 text-sm font-semibold leading-tight">
        {known ? <GasBadge gas={fields.gas} /> : null}
        <span className="min-w-0">{view.gear.label}</span>
      </span>
      <span className="text-sm">
        {view.free_gas_l == null || !known
          ? "not known"
          : print(view.free_gas_l, "gas_volume", system)}
        {part !== null && known && (
          <span className="text-ink-2"> · {Math.round(part * 100)} %</span>
        )}
      </span>
      {known && part !== null && typeof fields.read_at === "string" && (
        <span className="text-xs text-ink-2">read {ago(fields.read_at, Date.now())}</span>
      )}
      {said && (
        <span className="flex gap-1 text-xs text-stop">
          <Mark level="stop" size={13} /> {said.text.split(/[:.] /)[1] ?? said.text}
        </span>
      )}
    </button>
  );
}

function Tip({ view, system, onOpen }: { view: GearView; system: System; onOpen: () => void }) {
  const fields = view.gear.fields as Fields & { bore_mm: number; face?: string; kind?: string };
  const charts = Array.isArray(fields.charts) ? fields.charts.length : 0;
  const cuts = typeof fields.cuts_since_cleaned === "number" ? fields.cuts_since_cleaned : 0;
  return (
    <button
      type="button"
      onClick={onOpen}
      data-tip={view.gear.label}
      className={`flex w-[104px] flex-col items-center rounded-md border p-1.5 text-center hover:border-accent ${view.gear.in_service ? "border-line bg-sheet" : "border-dashed border-line-strong"}`}
    >
      <TipFace
        bore={fields.bore_mm}
        recessed={fields.face === "recessed"}
        kind={fields.kind ?? "general"}
        dinged={fields.seat_state === "dinged"}
      />
      <span className="text-sm font-semibold">
        {boreName(fields.bore_mm, system).split(" · ")[0]}
      </span>
      <span className="text-xs text-ink-2">
        {fields.kind && fields.kind !== "general"
          ? word(fields.kind)
          : `mark ${String(fields.mark ?? "–")}`}
      </span>
      <span className="flex items-center gap-1 text-xs text-ink-2">
        <Worst view={view} />
        {charts > 0 ? "maker’s chart" : cuts === 1 ? "1 cut" : `${cuts} cuts`}
      </span>
    </button>
  );
}

/** What stands beside the name of a hose, a regulator, an arrestor or a torch. */
function told(view: GearView, system: System): string {
  const fields = view.gear.fields as Record<string, string | number | undefined>;
  const parts: (string | null)[] = [
    typeof fields.gas === "string" ? word(fields.gas) : null,
    typeof fields.bore_mm === "number" && typeof fields.length_m === "number"
      ? `${print(fields.bore_mm, "length", system)} × ${print(fields.length_m, "run", system)}`
      : null,
    typeof fields.grade === "string" ? `grade ${fields.grade}` : null,
    typeof fields.max_kpa === "number"
      ? `up to ${print(fields.max_kpa, "pressure", system)}`
      : null,
    typeof fields.build === "string" ? word(fields.build) : null,
    typeof fields.mixing === "string" ? word(fields.mixing) : null,
    typeof fields.fuels === "string" ? word(fields.fuels) : null,
    typeof fields.inspected_on === "string" ? `inspected ${fields.inspected_on}` : null,
    Array.isArray(view.gear.fields.dial) ? `${view.gear.fields.dial.length} marks timed` : null,
    typeof fields.rail_mm === "number" ? `rail ${print(fields.rail_mm, "length", system)}` : null,
    Array.isArray(view.gear.fields.wires_mm) ? `${view.gear.fields.wires_mm.join(", ")} mm` : null,
    typeof fields.fuel === "string" ? word(fields.fuel) : null,
    typeof fields.flow_l_min === "number" ? print(fields.flow_l_min, "gas_flow", system) : null,
  ];
  return parts.filter((part) => part !== null).join(" · ");
}

function Plain({
  views,
  system,
  onOpen,
}: {
  views: GearView[];
  system: System;
  onOpen: (view: GearView) => void;
}) {
  return (
    <ul className="divide-y divide-line rounded-md border border-line bg-sheet">
      {views.map((view) => (
        <li key={view.gear.id}>
          <button
            type="button"
            onClick={() => onOpen(view)}
            className="flex w-full items-start gap-2 px-3 py-2 text-left hover:bg-accent-soft"
          >
            <span className="min-w-0 flex-1">
              <span className="block font-semibold">{view.gear.label}</span>
              <span className="block text-xs text-ink-2">{told(view, system)}</span>
              {view.notes.map((note) => (
                <span key={note.code} className="flex gap-1 pt-0.5 text-xs">
                  <Mark level={note.level as Level} size={13} /> {note.text}
                </span>
              ))}
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}

function Part({
  kind,
  count,
  onNew,
  children,
}: {
  kind: GearKind;
  count: number;
  onNew: () => void;
  children: ReactNode;
}) {
  return (
    <section
      aria-labelledby={`rack-${kind}`}
      className="flex min-w-0 flex-col gap-2"
      data-part={kind}
    >
      <header className="flex items-center justify-between gap-2">
        <h2 id={`rack-${kind}`} className="text-lg font-semibold">
          {HEADINGS[kind]} <span className="text-sm font-normal text-ink-2">{count}</span>
        </h2>
        <May right="rack">
          <Button look="bare" onClick={onNew} aria-label={`Add to ${HEADINGS[kind].toLowerCase()}`}>
            <Plus size={16} aria-hidden="true" /> Add
          </Button>
        </May>
      </header>
      {count === 0 ? (
        <Empty>{kind === "tip" ? SCREEN.emptyDrawer : SCREEN.emptyRack}</Empty>
      ) : (
        children
      )}
    </section>
  );
}

export function RackPage() {
  const { system } = usePreferences();
  const queries = useQueryClient();
  const [open, setOpen] = useState<Open | null>(null);
  const [gone, setGone] = useState<Gear | null>(null);
  const rack = useQuery({ queryKey: keys.rack, queryFn: wholeRack });
  const restore = useMutation({
    mutationFn: (gear: Gear) =>
      data(
        api.POST("/api/v1/gear/{id}/restore", {
          params: { path: { id: gear.id } },
          body: { version: gear.version },
        }),
      ),
    onSuccess: () => setGone(null),
    onSettled: () => queries.invalidateQueries(),
  });
  if (rack.isPending) return <Loading what="Looking through the rack" />;
  if (rack.error) return <Failed error={rack.error} onRetry={() => void rack.refetch()} />;
  const of = (kind: GearKind) => rack.data.gear.filter((view) => view.gear.kind === kind);
  const tips = (face: string) =>
    of("tip").filter((view) => ((view.gear.fields as Fields).face ?? "flush") === face);
  const part = (kind: GearKind, children: ReactNode) => (
    <Part
      key={kind}
      kind={kind}
      count={of(kind).length}
      onNew={() => setOpen({ view: null, kind })}
    >
      {children}
    </Part>
  );
  return (
    <div className="flex flex-col gap-6">
      <header>
        <h1 className="text-xl font-semibold">Rack</h1>
        <p className="text-sm text-ink-2">{SCREEN.rackLead}</p>
      </header>
      {gone && (
        <Undo
          what={`Taken off the list: ${gone.label}.`}
          onUndo={() => restore.mutate(gone)}
          onDismiss={() => setGone(null)}
        />
      )}
      {part(
        "cylinder",
        <div className="flex flex-wrap gap-y-3">
          {of("cylinder").map((view) => (
            <Cylinder
              key={view.gear.id}
              view={view}
              system={system}
              onOpen={() => setOpen({ view, kind: "cylinder" })}
            />
          ))}
        </div>,
      )}
      {part(
        "tip",
        <div className="grid gap-4 lg:grid-cols-2">
          {["flush", "recessed"].map((face) => (
            <div key={face} className="flex flex-col gap-1">
              <h3 className="text-sm text-ink-2">
                {face === "flush"
                  ? "Flush face: acetylene"
                  : "Recessed face: propane, propylene, natural gas"}
              </h3>
              <div className="flex flex-wrap gap-1.5">
                {tips(face).map((view) => (
                  <Tip
                    key={view.gear.id}
                    view={view}
                    system={system}
                    onOpen={() => setOpen({ view, kind: "tip" })}
                  />
                ))}
              </div>
            </div>
          ))}
        </div>,
      )}
      <div className="grid items-start gap-6 lg:grid-cols-2">
        {KINDS.filter((kind) => kind !== "cylinder" && kind !== "tip").map((kind) =>
          part(
            kind,
            <Plain views={of(kind)} system={system} onOpen={(view) => setOpen({ view, kind })} />,
          ),
        )}
      </div>
      {open && (
        <GearSheet
          key={open.view?.gear.id ?? open.kind}
          view={open.view}
          kind={open.kind}
          onClose={() => setOpen(null)}
          onGone={setGone}
        />
      )}
    </div>
  );
}
