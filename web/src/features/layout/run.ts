/** The torch along all paths of a layout, in time. Pure. */
import type { Schemas } from "@/api/client";
import { along, type Spot } from "@/draw/dry-run";
import { lengthOf, points, spot } from "@/draw/layout/geometry";

type Path = Schemas["PathWire"];

/** One path in time: its heating from `starts`, its cutting from `cuts` to `ends`; s. */
export type Leg = { path: Path; line: Spot[]; starts: number; cuts: number; ends: number };

/** Without a plan a path takes as long as it is, at a pace for looking: mm/s. */
const LOOKING = 8;

/** The way of the tip: in, round, out. */
export function wayOf(path: Path): Spot[] {
  const lead = path.lead_in.map(spot);
  const out = path.lead_out.map(spot);
  return [...lead, ...points(path.contour), ...out];
}

/** The legs of all paths, one after the other. */
export function legs(paths: readonly Path[]): Leg[] {
  let now = 0;
  return paths.map((path) => {
    const line = wayOf(path);
    const heating = path.preheat_s ?? 0;
    const whole = path.time_s ?? heating + lengthOf(line) / LOOKING;
    const leg = {
      path,
      line,
      starts: now,
      cuts: now + Math.min(heating, whole),
      ends: now + whole,
    };
    now = leg.ends;
    return leg;
  });
}

export type Torch = { leg: number; at: Spot; heating: boolean; part: number };

/** Where the torch is after so many seconds; `null` where there is nothing to cut. */
export function torchAt(all: readonly Leg[], seconds: number): Torch | null {
  const index = all.findIndex((leg) => seconds < leg.ends);
  const leg = all[index === -1 ? all.length - 1 : index];
  if (leg === undefined) return null;
  const which = index === -1 ? all.length - 1 : index;
  const heating = seconds < leg.cuts;
  const span = Math.max(leg.ends - leg.cuts, 1e-9);
  const part = Math.min(Math.max((seconds - leg.cuts) / span, 0), 1);
  const begin = leg.line[0] ?? { x: 0, y: 0 };
  return { leg: which, at: part === 0 ? begin : along(leg.line, part), heating, part };
}

/** How long all takes. */
export function total(all: readonly Leg[]): number {
  return all.at(-1)?.ends ?? 0;
}
