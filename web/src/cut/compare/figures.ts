/** The figures that fuels are compared by, and how long their bars are. Pure. */
import type { CutPlan } from "@/api/client";
import { clock, type Kind, print, type System, setting } from "@/units";

export type Line = {
  name: string;
  quantity: string;
  of: (plan: CutPlan) => number | undefined;
  show: (n: number, s: System) => string;
};

/** A figure of a fuel, or that a stop leaves none. */
export function shownFigure(line: Line, value: number | undefined, system: System): string {
  return value === undefined ? setting(null, system) : line.show(value, system);
}

const as = (kind: Kind) => (n: number, system: System) => print(n, kind, system);

export const LINES: readonly Line[] = [
  {
    name: "Oxygen, flowing",
    quantity: "oxygen_pressure_kpa",
    of: (plan) => plan.oxygen_pressure_kpa?.set,
    show: as("pressure"),
  },
  {
    name: "Fuel, flowing",
    quantity: "fuel_pressure_kpa",
    of: (plan) => plan.fuel_pressure_kpa?.set,
    show: as("pressure"),
  },
  {
    name: "Start preheat",
    quantity: "start_preheat_s",
    of: (plan) => plan.start_preheat_s.set,
    show: as("duration"),
  },
  {
    name: "Travel speed",
    quantity: "travel_speed_mm_min",
    of: (plan) => plan.travel_speed_mm_min.set,
    show: as("speed"),
  },
  {
    name: "Time, all pieces",
    quantity: "time_s",
    of: (plan) => plan.line_total.time_s,
    show: clock,
  },
  {
    name: "Oxygen, all pieces",
    quantity: "oxygen_l",
    of: (plan) => plan.line_total.oxygen_l,
    show: as("gas_volume"),
  },
  {
    name: "Fuel, all pieces",
    quantity: "fuel_l",
    of: (plan) => plan.line_total.fuel_l,
    show: as("gas_volume"),
  },
  {
    name: "Cost, all pieces",
    quantity: "cost",
    of: (plan) => plan.line_total.cost ?? 0,
    show: as("money"),
  },
];

/** How much of the longest bar of its row a value is: the row's own scale, so that fuels compare. */
export function part(value: number, all: readonly number[]): number {
  const most = Math.max(...all);
  return most > 0 ? (100 * value) / most : 0;
}

/** Where a value stands on the scale of all bars, percent: the lowest of them at 0, the highest at 100. */
export function alongBars(
  base: number,
  bars: readonly { low: number; high: number }[],
): (value: number) => number {
  const low = Math.min(base, ...bars.map((bar) => bar.low));
  const high = Math.max(base, ...bars.map((bar) => bar.high));
  return (value) => (high > low ? (100 * (value - low)) / (high - low) : 50);
}
