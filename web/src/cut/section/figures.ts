/** What is set for a stroke, as bench and card say it: absent where the cut is stopped, for a number that stands there is set. Pure. */
import type { CutPlan, Schemas } from "@/api/client";
import { word } from "@/text";
import { tipShort } from "@/text/tip";
import { clock, print, type System, setting } from "@/units";
import { ABSENT } from "../model";

type Stroke = Schemas["StrokeWire"];

/** Tip, pressures, heat, pace, kerf, and where the torch slows and to what. */
export function figuresOf(stroke: Stroke, system: System, stopped: boolean) {
  const unless = (text: string) => (stopped ? ABSENT : text);
  // a stroke passes the same kind of place more than once
  const slow = new Map(stroke.slow.map((zone) => [zone.why, zone.speed_mm_min]));
  return {
    tip: unless(tipShort(stroke.tip)),
    oxygen: unless(setting(stroke.oxygen_pressure_kpa, system)),
    fuel: unless(setting(stroke.fuel_pressure_kpa, system)),
    heat: unless(print(stroke.start_preheat_s.set, "duration", system)),
    pace: unless(print(stroke.travel_speed_mm_min.set, "speed", system)),
    kerf: unless(print(stroke.kerf_mm, "bore", system)),
    slow: stopped
      ? []
      : [...slow].map(([why, pace]) => `${print(pace, "speed", system)} at ${word(why)}`),
  };
}

/** How a reader is told lengths, gas and money. */
export type Reader = { system: System; money: (value: number) => string };

/** What one way of lying takes: its strokes and turns always, time, gas and cost where the cut may be made. */
export function wayFacts(
  way: Schemas["WayWire"],
  { system, money, stopped }: Reader & { stopped: boolean },
): string[] {
  const strokes = `${way.strokes} ${way.strokes === 1 ? "stroke" : "strokes"}`;
  const turns =
    way.turns > 0 ? [way.turns === 1 ? "turned once" : `turned ${way.turns} times`] : [];
  if (stopped) return [strokes, ...turns];
  const oxygen = `${print(way.oxygen_l, "gas_volume", system)} oxygen`;
  const cost = way.cost == null ? [] : [money(way.cost)];
  return [strokes, clock(way.time_s.total), oxygen, ...turns, ...cost];
}

/** What the whole cut takes; absent where it is stopped. */
export function totalsOf(plan: CutPlan, fuel: string, { system, money }: Reader) {
  const rows = [
    { quantity: "time_s", name: "Time, one cut", value: clock(plan.time_s.total) },
    { quantity: "oxygen_l", name: "Oxygen", value: print(plan.oxygen_l, "gas_volume", system) },
    { quantity: "fuel_l", name: word(fuel), value: print(plan.fuel_l, "gas_volume", system) },
    ...(plan.cost ? [{ quantity: "cost", name: "Cost", value: money(plan.cost.total) }] : []),
  ];
  return plan.verdict === "stop" ? rows.map((row) => ({ ...row, value: ABSENT })) : rows;
}

/** Why what comes loose is held, each reason once; that the piece is held needs none. */
export function whysOf(holds: Schemas["SectionReply"]["holds"]) {
  const loose = holds.filter((hold) => hold.part !== "piece");
  return loose.filter((hold, i) => loose.findIndex((it) => it.why === hold.why) === i);
}
