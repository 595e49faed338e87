/** Where the torch is in a dry run: a place in a timeline, given by how long it runs. Pure. */
import type { Schemas } from "@/api/client";

type Stroke = Schemas["StrokeWire"];

/** A leg of the run: one stroke at one pace. Lengths in mm, times in s. */
type Leg = { stroke: number; from: number; to: number; starts: number; ends: number };

export type Timeline = { legs: Leg[]; total: number };

/** The legs of all strokes, one after the other, each at the pace it is cut at. */
export function timeline(strokes: readonly Stroke[]): Timeline {
  const legs: Leg[] = [];
  let now = 0;
  strokes.forEach((stroke, index) => {
    let at = 0;
    const go = (to: number, pace: number) => {
      if (to - at < 1e-9) return;
      const ends = now + ((to - at) / pace) * 60;
      legs.push({ stroke: index, from: at, to, starts: now, ends });
      at = to;
      now = ends;
    };
    for (const zone of stroke.slow) {
      go(zone.from_mm, stroke.travel_speed_mm_min.set);
      go(zone.to_mm, zone.speed_mm_min);
    }
    go(stroke.travel_mm, stroke.travel_speed_mm_min.set);
  });
  return { legs, total: now };
}

export type Torch = { stroke: number; part: number; slow: boolean };

/** The torch after `seconds` of cutting: which stroke, and which part of it is done. */
export function torchAt(
  { legs, total }: Timeline,
  strokes: readonly Stroke[],
  seconds: number,
): Torch {
  const at = Math.min(Math.max(seconds, 0), total);
  const leg = legs.find((each) => at <= each.ends) ?? legs.at(-1);
  if (leg === undefined) return { stroke: 0, part: 0, slow: false };
  const done = (at - leg.starts) / Math.max(leg.ends - leg.starts, 1e-9);
  const stroke = strokes[leg.stroke];
  const place = leg.from + done * (leg.to - leg.from);
  const slow = stroke?.slow.some((zone) => place >= zone.from_mm && place <= zone.to_mm) ?? false;
  return { stroke: leg.stroke, part: place / Math.max(stroke?.travel_mm ?? 1, 1e-9), slow };
}

/** When a stroke begins. */
export function startOf({ legs, total }: Timeline, stroke: number): number {
  return legs.find((leg) => leg.stroke === stroke)?.starts ?? total;
}

/** A point of the drawing. */
export type Spot = { x: number; y: number };

/** The part of a line from one share of its length to another; `cut([a, b], 0, 0.5)` is its first half. */
export function cut(line: readonly Spot[], from: number, to: number): Spot[] {
  const lengths = line.slice(1).map((p, i) => Math.hypot(p.x - at(line, i).x, p.y - at(line, i).y));
  const whole = lengths.reduce((a, b) => a + b, 0);
  if (whole === 0) return [...line];
  const out: Spot[] = [];
  let run = 0;
  lengths.forEach((length, i) => {
    // a point that stands twice has no part of the line: it would be joined from wherever the part ends
    if (length === 0) return;
    const [a, b] = [at(line, i), at(line, i + 1)];
    const share = (value: number) => (value * whole - run) / length;
    const [low, high] = [Math.max(share(from), 0), Math.min(share(to), 1)];
    if (low <= high && low <= 1 && high >= 0) {
      const on = (part: number) => ({ x: a.x + part * (b.x - a.x), y: a.y + part * (b.y - a.y) });
      if (out.length === 0) out.push(on(low));
      out.push(on(high));
    }
    run += length;
  });
  return out;
}

function at(line: readonly Spot[], i: number): Spot {
  return line[i] ?? { x: 0, y: 0 };
}

/** The point at a share of a line's length, with the direction it runs in there. */
export function along(line: readonly Spot[], part: number): Spot & { dx: number; dy: number } {
  const before = cut(line, 0, Math.max(part, 1e-4));
  const here = before.at(-1) ?? at(line, 0);
  const back = before.at(-2) ?? here;
  const length = Math.hypot(here.x - back.x, here.y - back.y) || 1;
  return { ...here, dx: (here.x - back.x) / length, dy: (here.y - back.y) / length };
}
