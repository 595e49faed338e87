/** Gear as it stands in the rack: a cylinder with what is left in it, a tip by its face, the rest in a line. */
import type { GearView } from "@/api/client";
import { CylinderDrawing } from "@/draw/cylinder";
import { TipFace } from "@/draw/tip-face";
import { word } from "@/text";
import { GasBadge } from "@/ui/gas-badge";
import { type Level, Mark } from "@/ui/mark";
import { boreName, print, type System } from "@/units";
import { ago, type Fields, fill } from "./model";
import { besideName, told } from "./told";

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

/** A piece of gear that can be opened. */
type Piece = { view: GearView; system: System; onOpen: () => void };

export function Cylinder({ view, system, onOpen }: Piece) {
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
          <Mark level="stop" size={13} /> {besideName(said.text, view.gear.label)}
        </span>
      )}
    </button>
  );
}

export function Tip({ view, system, onOpen }: Piece) {
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

export function Plain({
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
