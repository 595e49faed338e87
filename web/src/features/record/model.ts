/** What the burns teach, as rows of a drawing. Pure. */

import type { Schemas } from "@/api/client";
import { RECORD } from "@/text/record";

type Factor = Schemas["FactorWire"];

/** A class with its hands. */
export type Row = { factor: Factor; hands: Factor[] };

/** A factor as it is read: `0.87`. */
export const said = (factor: number): string => factor.toFixed(2);

/** The ends of the picture: half and twice lie beyond, and are drawn at its edge. */
const ENDS = { low: 0.7, high: 1.45 };

/** Where a factor stands in the picture, 0 to 1; as far left as right of the plan are as far in their logarithm. */
export function place(factor: number): number {
  const [low, high] = [Math.log(ENDS.low), Math.log(ENDS.high)];
  return Math.min(1, Math.max(0, (Math.log(factor) - low) / (high - low)));
}

/** The picture of burns against what was told of them: its size, and the room for the figures at its rim. */
export const PICTURE = { wide: 720, high: 400, left: 40, top: 20, foot: 34 };
const TOLD = { low: 0.72, high: 1.4 };
const DONE = { low: 0.55, high: 1.8 };

/** Where a factor lies between two, 0 to 1, in its logarithm; what lies beyond is at the rim. */
function between(factor: number, { low, high }: { low: number; high: number }): number {
  const part = (Math.log(factor) - Math.log(low)) / (Math.log(high) - Math.log(low));
  return Math.min(1, Math.max(0, part));
}

/** Where what was told stands. */
export const across = (told: number): number =>
  PICTURE.left + between(told, TOLD) * (PICTURE.wide - PICTURE.left - 8);

/** How high what was done stands. */
export const up = (done: number): number =>
  PICTURE.top + (1 - between(done, DONE)) * (PICTURE.high - PICTURE.top - PICTURE.foot);

type Pair = { told: number; done: number };

/** Done as told, with the edges of the usual band: as far off as the middle one of all bands. */
export function strip(points: readonly { told: number; low: number; high: number }[]): {
  low: Pair[];
  right: Pair[];
  high: Pair[];
} {
  const halves = points.map(({ low, high }) => Math.sqrt(high / low)).sort((a, b) => a - b);
  const half = halves[Math.floor(halves.length / 2)] ?? 1;
  const edge = (by: number) => [TOLD.low, TOLD.high].map((told) => ({ told, done: told * by }));
  return { low: edge(1 / half), right: edge(1), high: edge(half) };
}

const sameClass = (a: Factor["class"], b: Factor["class"]) =>
  a.process === b.process &&
  a.fuel === b.fuel &&
  a.bore_mm === b.bore_mm &&
  a.thickness_mm?.low === b.thickness_mm?.low;

/** The classes of a kind with their hands, those with the most burns first. */
export function rowsOf(factors: readonly Factor[], kind: string): Row[] {
  const own = factors.filter((factor) => factor.kind === kind);
  const hands = own.filter(({ from }) => from === "hand");
  return own
    .filter(({ from }) => from === "class")
    .sort((a, b) => b.n - a.n)
    .map((factor) => ({
      factor,
      hands: hands.filter((hand) => sameClass(hand.class, factor.class)),
    }));
}

/** A class's share with its own margin: `142 of 180, 79 % (72 to 84)`. */
export function shareSaid(of: {
  n: number;
  within: number;
  share: number;
  share_low: number;
  share_high: number;
}): string {
  const percent = (part: number) => Math.round(100 * part);
  const margin = `${percent(of.share_low)} to ${percent(of.share_high)}`;
  return `${of.within} ${RECORD.of} ${of.n}, ${percent(of.share)} % (${margin})`;
}

/** Hands on the scale, those that would lie on each other in rows above: which row each stands in. */
export function stacked(places: readonly number[], apart: number): number[] {
  const order = places.map((_, i) => i).sort((a, b) => (places[a] ?? 0) - (places[b] ?? 0));
  const ends: number[] = [];
  const rows = places.map(() => 0);
  for (const i of order) {
    const at = places[i] ?? 0;
    const free = ends.findIndex((end) => at - end >= apart);
    const row = free === -1 ? ends.length : free;
    ends[row] = at;
    rows[i] = row;
  }
  return rows;
}

/** Changes told once for each rig and figure: when it began. */
export function firstChanges(changes: readonly Schemas["SeenWire"][]): Schemas["SeenWire"][] {
  const seen = new Set<string>();
  return changes.filter(({ kind, job }) => {
    const key = `${kind} ${job ?? ""}`;
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/** Numbers that were typed with spaces, commas between them or in lines; what is none is told. */
export function numbersOf(text: string): { numbers: number[]; odd: string[] } {
  const words = text.split(/[\s;]+/).filter((each) => each !== "");
  const read = words.map((each) => ({
    each,
    number: Number(each.replace(/,$/, "").replace(",", ".")),
  }));
  return {
    numbers: read.filter(({ number }) => Number.isFinite(number)).map(({ number }) => number),
    odd: read.filter(({ number }) => !Number.isFinite(number)).map(({ each }) => each),
  };
}
