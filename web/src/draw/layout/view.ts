/** What of the plate is seen: zoom and pan of a drawing. Pure. */
export type View = { x: number; y: number; width: number; height: number };

/** Nearer than this a plate is no plate any more, and farther it is lost; shares of the whole. */
const NEAREST = 0.02;
const FARTHEST = 3;

/** A view zoomed by `factor` (under 1: nearer) about a place of it that stays where it is. */
export function zoomed(
  view: View,
  whole: View,
  factor: number,
  about: { x: number; y: number },
): View {
  const share = view.width / whole.width;
  const by = Math.min(Math.max(share * factor, NEAREST), FARTHEST) / share;
  return {
    x: about.x - (about.x - view.x) * by,
    y: about.y - (about.y - view.y) * by,
    width: view.width * by,
    height: view.height * by,
  };
}

/** A view moved by so much of the plate. */
export function panned(view: View, dx: number, dy: number): View {
  return { ...view, x: view.x + dx, y: view.y + dy };
}

/** The middle of a view. */
export function middle(view: View): { x: number; y: number } {
  return { x: view.x + view.width / 2, y: view.y + view.height / 2 };
}

/** A measure on a step of the reader's: 1/16 in or 1 mm. `snapped(12.4, 1)` is 12. */
export function snapped(mm: number, step: number): number {
  return Math.round(mm / step) * step;
}

/** Panned by this share of the view, and zoomed by this factor, for one press of a key. */
const PRESS = { pan: 1 / 12, zoom: 0.8 };

/** The view after a key: arrows move it, + and - zoom, 0 fits; `null` for other keys. */
export function keyed(key: string, view: View, whole: View): View | null {
  const step = view.width * PRESS.pan;
  switch (key) {
    case "+":
    case "=":
      return zoomed(view, whole, PRESS.zoom, middle(view));
    case "-":
      return zoomed(view, whole, 1 / PRESS.zoom, middle(view));
    case "0":
      return whole;
    case "ArrowLeft":
      return panned(view, -step, 0);
    case "ArrowRight":
      return panned(view, step, 0);
    case "ArrowUp":
      return panned(view, 0, -step);
    case "ArrowDown":
      return panned(view, 0, step);
    default:
      return null;
  }
}
