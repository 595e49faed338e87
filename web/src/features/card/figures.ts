/** The figures that a card sets in large type, as they are printed. Pure. */
import type { CutPlan } from "@/api/client";
import { word } from "@/text";
import { isHeatingHead, tipFrom, tipShort } from "@/text/tip";
import { WORK } from "@/text/work";
import { band, clock, type Kind, print, type System } from "@/units";

export type Figure = {
  name: string;
  value: string;
  small: string;
  /** The quantity whose cue for eye and ear stands beneath. */
  cue?: string;
};

type Band = { low: number; set: number; high: number };

/** How a start and a pace are set, and what they may be. */
function strokeOf(plan: CutPlan, system: System): Figure[] {
  const figure = (name: string, cue: string, set: Band, kind: Kind): Figure => ({
    name,
    value: print(set.set, kind, system),
    small: band(set.low, set.high, kind, system),
    cue,
  });
  return [
    figure("Start preheat", "start_preheat_s", plan.start_preheat_s, "duration"),
    figure("Travel speed", "travel_speed_mm_min", plan.travel_speed_mm_min, "speed"),
  ];
}

function atThePlate(plan: CutPlan, system: System): Figure[] {
  const { standoff_mm: cones, tip_to_plate_mm: tip } = plan;
  return [
    {
      name: "Cones to plate",
      value: band(cones.low, cones.high, "gap", system),
      small: `tip to plate ${band(tip.low, tip.high, "gap", system)}`,
      cue: "standoff_mm",
    },
    {
      name: "Kerf",
      value: print(plan.kerf_mm, "bore", system),
      small: `drag ${print(plan.drag_mm, "bore", system)}`,
    },
  ];
}

/** Time and gas, of one and of all. */
function takes(plan: CutPlan, fuel: string, system: System): Figure[] {
  const { line_total: all, starts, time_s: time } = plan;
  const one = plan.layout || plan.work ? "one piece" : "one cut";
  const parts = [
    `${starts} ${starts === 1 ? "start" : "starts"}`,
    `heat ${clock(time.preheat)}`,
    isHeatingHead(plan.tip) ? null : `cut ${clock(time.cutting)}`,
  ];
  return [
    {
      name: one.replace(/^o/, "O"),
      value: clock(time.total),
      small: parts.filter((part) => part !== null).join(", "),
    },
    {
      name: `Gas, ${all.count === 1 ? one : `all ${all.count}`}`,
      value: `O₂ ${print(all.oxygen_l, "gas_volume", system)}`,
      small: `${word(fuel)} ${print(all.fuel_l, "gas_volume", system)}, ${clock(all.time_s)}`,
    },
  ];
}

/** Of a shape start and pace stand with its strokes; of a heating nothing of a cut is set. */
export function figuresOf(plan: CutPlan, fuel: string, system: System): Figure[] {
  const all = takes(plan, fuel, system);
  if (isHeatingHead(plan.tip))
    return [{ name: "On the torch", value: tipShort(plan.tip), small: WORK.noTip }, ...all];
  const stroke = plan.section ? [] : strokeOf(plan, system);
  return [...stroke, ...atThePlate(plan, system), ...all];
}

/** What stands beside the tip on a card: its face, its bore in the reader's unit, whose it is and which chart it follows. */
export function besideTip(tip: CutPlan["tip"], system: System): string {
  const bore = system === "inch" ? [print(tip.bore_mm, "bore", system)] : [];
  return [`${word(tip.face)} face`, ...bore, ...tipFrom(tip)].join(" · ");
}

/** The job in a card's title, "job: line"; a cut of no job has a plain name. `jobOf("Gate: base: 3/4 plate")` is "Gate: base". */
export function jobOf(title: string): string {
  return title.includes(": ") ? title.slice(0, title.lastIndexOf(": ")) : "Run card";
}

/** As many rows as leave the card on one sheet; strokes, paths and stages take room of their own. */
const ROWS_TO_NOTE = 5;
const ROWS_OF_A_SHAPE = 4;

/** Rows to note on: one a piece, as many as fit. */
export function rowsToNote({ section, layout, work, line_total }: CutPlan): number {
  const most = section || layout || work ? ROWS_OF_A_SHAPE : ROWS_TO_NOTE;
  return Math.min(line_total.count, most);
}
