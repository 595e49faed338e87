/** What is asked of a nest, and what is said of one. Pure. */

import type { Schemas } from "@/api/client";
import { fill } from "@/text/fill";
import { NEST } from "@/text/nest";
import type { System } from "@/units";

export type Group = Schemas["NestGroup"];
type Turns = keyof typeof NEST.turnsOf;

/** What a person says of their plates. */
export type Wish = {
  width_mm: number;
  height_mm: number;
  margin_mm: number;
  turns: Turns;
  mirror: boolean;
};

const INCH = 25.4; // mm

/** The plate that is in most racks: 10 by 5 ft, 3 by 1.5 m. Source: common practice. */
export function usualWish(system: System): Wish {
  const [width_mm, height_mm] = system === "inch" ? [120 * INCH, 60 * INCH] : [3000, 1500];
  const margin_mm = system === "inch" ? (3 / 8) * INCH : 10;
  return { width_mm, height_mm, margin_mm, turns: "quarter", mirror: false };
}

/** A wish that was kept, as far as it still is one. */
export function wishOf(kept: Partial<Wish> | null, usual: Wish): Wish {
  const turns = kept?.turns !== undefined && kept.turns in NEST.turnsOf ? kept.turns : usual.turns;
  return { ...usual, ...kept, turns };
}

/** A share as a person reads it, a tenth of a percent: `percent(0.7253)` is `"72.5"`. */
export function percent(share: number): string {
  return (share * 100).toFixed(1);
}

/** How many of each part lie on a plate, in the order of the job: `[[part, count], ...]`. */
export function countsOn(plate: Pick<Schemas["NestLaid"], "placed">): [number, number][] {
  const counts = new Map<number, number>();
  for (const { part } of plate.placed) counts.set(part, (counts.get(part) ?? 0) + 1);
  return [...counts].sort(([a], [b]) => a - b);
}

/** How many plates, in words: `platesOf(2, "1/2 in")` is `"2 plates of 1/2 in"`. */
export function platesOf(count: number, name: string): string {
  const words = count === 1 ? NEST.onePlate : NEST.plates;
  return fill(words, { count, plate: name });
}

/** What is on a plate by the parts' numbers: `"4 of no. 1, 2 of no. 3"`. */
export function whatIsOn(plate: Pick<Schemas["NestLaid"], "placed">): string {
  const piece = ([part, count]: [number, number]) => fill(NEST.piece, { count, number: part + 1 });
  return countsOn(plate).map(piece).join(", ");
}

/** How much longer it is worth a try, s; `null` where nobody waits longer. */
export function longerThan(seconds: number): number | null {
  return seconds < 5 ? 10 : seconds < 30 ? 30 : null;
}
