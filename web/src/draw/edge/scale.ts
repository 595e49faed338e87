/** Where the plate's edge stands on its drawing, and how its thickness is dragged. Pure. */
import type { CutPlan, Schemas } from "@/api/client";
import { type System, stepOf } from "@/units";

export const VIEW = { width: 640, height: 400 };
export const SIDE = { left: 96, right: 440 };
export const END = { left: 478, right: 626, middle: 552 };
/** mm of tip drawn above the plate, and of sparks below it. */
export const TIP_BODY = 26;
const BELOW = 24;
/** Of the plate, how far the torch has come. */
const COME = 0.58;

/** What a view of the edge is drawn of: `s` pixels a millimetre, the plate from `top` to `bottom`. */
export type Part = { plan: CutPlan; s: number; top: number; bottom: number; fuel: string };
type Limits = Pick<Schemas["LimitsWire"], "thinnest_mm" | "thickest_mm">;

/** Pixels a millimetre, so that the whole cut fits. `scaleFor(20, 6)` is about 4.9. */
export function scaleFor(thickness: number, tipToPlate: number): number {
  return Math.min(6, (VIEW.height - 24) / (TIP_BODY + tipToPlate + thickness + BELOW));
}

/** The nearest thickness that a hand would try, within what is planned. */
export function snapped(mm: number, system: System, limits: Limits): number {
  const step = stepOf(system);
  const near = Math.round(mm / step) * step;
  return Math.min(limits.thickest_mm, Math.max(limits.thinnest_mm, near));
}

const STEPS: Record<string, number> = {
  ArrowDown: 1,
  ArrowRight: 1,
  ArrowUp: -1,
  ArrowLeft: -1,
  PageDown: 4,
  PageUp: -4,
};

/** The thickness after a key; null of a key that moves nothing. */
export function stepped(key: string, mm: number, system: System, limits: Limits): number | null {
  const by = STEPS[key];
  return by === undefined ? null : snapped(mm + by * stepOf(system), system, limits);
}

/** Where the torch stands over the plate's side, by the way it goes. */
export function torchAt(left: boolean): number {
  return SIDE.left + (SIDE.right - SIDE.left) * (left ? 1 - COME : COME);
}

/** Where the drag lines of the cut face begin, from behind the torch to the end of the plate. */
export function dragLines(left: boolean, s: number): number[] {
  const torch = torchAt(left);
  const [back, end] = left ? [1, SIDE.right] : [-1, SIDE.left];
  // so close that they read as a face, never so close that they run together
  const apart = Math.max(2.2 * s, 7);
  const count = Math.floor(Math.abs(end - torch) / apart);
  return Array.from({ length: count }, (_, i) => torch + back * (i + 1) * apart);
}
