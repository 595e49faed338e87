/** Contours as the drawing takes them: mm, and y down as a screen has it. Pure. */
import type { Schemas } from "@/api/client";
import type { Spot } from "../dry-run";

export type Contour = Schemas["ContourWire"];
/** A part as it lies on the plate: with holes and cuts, be there none. */
export type Part = { name: string; outer: Contour; holes: Contour[]; cuts: Contour[] };
export type Box = { left: number; bottom: number; right: number; top: number };

/** A place of the plate on the screen. `spot([3, 4])` is `{ x: 3, y: -4 }`. */
export function spot(place: readonly number[]): Spot {
  return { x: place[0] ?? 0, y: -(place[1] ?? 0) };
}

function radius(from: readonly number[], centre: readonly number[]): number {
  return Math.hypot((from[0] ?? 0) - (centre[0] ?? 0), (from[1] ?? 0) - (centre[1] ?? 0));
}

/** A contour as the commands of a path. */
export function d(contour: Contour): string {
  let here: readonly number[] = contour.start;
  const begin = spot(here);
  const commands = contour.segments.map((segment) => {
    const to = spot(segment.to);
    const end = `${to.x} ${to.y}`;
    const command =
      segment.centre == null
        ? `L${end}`
        : `A${radius(here, segment.centre)} ${radius(here, segment.centre)} 0 0 ${segment.turn === "left" ? 0 : 1} ${end}`;
    here = segment.to;
    return command;
  });
  return `M${begin.x} ${begin.y} ${commands.join(" ")}${contour.closed ? " Z" : ""}`;
}

/** Points along a contour, its arcs in pieces of at most `step` degrees. */
export function points(contour: Contour, step = 5): Spot[] {
  let here: readonly number[] = contour.start;
  const out = [spot(here)];
  for (const { to, centre, turn } of contour.segments) {
    if (centre != null) {
      const [cx, cy] = [centre[0] ?? 0, centre[1] ?? 0];
      const angle = (p: readonly number[]) => Math.atan2((p[1] ?? 0) - cy, (p[0] ?? 0) - cx);
      const round = 2 * Math.PI;
      const sign = turn === "left" ? 1 : -1;
      const swept = ((((angle(to) - angle(here)) * sign) % round) + round) % round;
      const pieces = Math.max(1, Math.ceil((swept * 180) / Math.PI / step));
      const r = radius(here, centre);
      for (let i = 1; i < pieces; i += 1) {
        const at = angle(here) + (sign * swept * i) / pieces;
        out.push(spot([cx + r * Math.cos(at), cy + r * Math.sin(at)]));
      }
    }
    out.push(spot(to));
    here = to;
  }
  return out;
}

/** The box round contours, in the plate's own places. */
export function boxOf(contours: readonly Contour[]): Box {
  const all = contours.flatMap((contour) => points(contour));
  const [xs, ys] = [all.map((p) => p.x), all.map((p) => -p.y)];
  if (all.length === 0) return { left: 0, bottom: 0, right: 0, top: 0 };
  const least = (values: number[]) => values.reduce((a, b) => Math.min(a, b));
  const most = (values: number[]) => values.reduce((a, b) => Math.max(a, b));
  return { left: least(xs), bottom: least(ys), right: most(xs), top: most(ys) };
}

/** The length of a line of points. */
export function lengthOf(line: readonly Spot[]): number {
  return line.slice(1).reduce((sum, p, i) => {
    const before = line[i] ?? p;
    return sum + Math.hypot(p.x - before.x, p.y - before.y);
  }, 0);
}
