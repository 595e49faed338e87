/** A cut edge's figures as they are drawn: where its views stand, faces between two of a sweep, its outline from the end, its words. Pure. */
import type { Schemas } from "@/api/client";

export type FaceFigures = Schemas["FaceWire"];

/** Where the two views stand, in the drawing's own units. */
export const FACE_VIEW = {
  width: 440,
  height: 200,
  end: { left: 12, width: 128 },
  face: { left: 164, width: 262 },
  top: 46,
  depth: 110,
};
const { end: END, top: TOP, depth: DEPTH } = FACE_VIEW;

/** A figure between two of a sweep; words and gaps do not occur. `between({a: 0}, {a: 2}, 0.5)` is `{a: 1}`. */
export function between<T extends Record<string, number>>(low: T, high: T, part: number): T {
  const mixed = Object.entries(low).map(([key, from]) => {
    const to = high[key] ?? from;
    return [key, from + (to - from) * part];
  });
  return Object.fromEntries(mixed) as T;
}

/** The face of a sweep at a value, from the two points beside it. */
export function along(points: readonly Schemas["PointWire"][], at: number): FaceFigures | null {
  const after = points.findIndex((point) => point.at >= at);
  const high = points[after === -1 ? points.length - 1 : after];
  const low = points[Math.max(0, (after === -1 ? points.length : after) - 1)];
  if (low === undefined || high === undefined) return null;
  const span = high.at - low.at;
  return between(
    low.face,
    high.face,
    span > 0 ? Math.min(1, Math.max(0, (at - low.at) / span)) : 0,
  );
}

/** A number between 0 and 1 that looks random and stays the same. */
export const scatter = (i: number) => Math.abs(Math.sin(i * 12.9898) * 43758.5453) % 1;

/** Whether its slag must be chipped: it is drawn dark. */
export const isHard = (face: Pick<FaceFigures, "slag_held">): boolean => face.slag_held > 0.45;

/** What a drawn face says to who cannot see it. */
export function words(face: FaceFigures): string {
  const parts = [
    face.top_radius_mm > 1.2 ? "top corner rounded" : "top corner crisp",
    face.top_beads > 0.3 ? "beads along it" : null,
    face.undercut_mm > 0.4 ? "hollow below it" : null,
    face.drag_mm > face.thickness_mm * 0.15 ? "drag lines raked" : "drag lines upright",
    face.line_uneven > 0.3 ? "uneven" : null,
    face.gouged > 0.35 ? "grooves in the face" : null,
    face.uncut > 0.05 ? "not cut through" : null,
    isHard(face) ? "hard slag below" : "light slag below",
  ];
  return parts.filter((part) => part !== null).join(", ");
}

/** Half of the kerf at its top and bottom, and how far its bottom leans, in the drawing's units. */
export function kerfOf(face: FaceFigures, scale: number) {
  const lean = Math.tan((face.lean_deg * Math.PI) / 180) * DEPTH;
  const half = { top: (face.kerf_top_mm * scale) / 2, bottom: (face.kerf_bottom_mm * scale) / 2 };
  return { half, lean };
}

/** The outline of the plate on one side of the kerf, from its end: corner, hollow, dish, washed bottom. */
export function halfPlate(face: FaceFigures, scale: number, side: -1 | 1): string {
  const { half, lean } = kerfOf(face, scale);
  const middle = END.left + END.width / 2;
  const [top, bottom] = [TOP, TOP + DEPTH];
  const radius = Math.min(face.top_radius_mm * scale, DEPTH / 3);
  const washed = Math.min(face.bottom_radius_mm * scale, DEPTH / 3);
  const hollow = Math.max(face.undercut_mm, 0) * scale;
  const dish = face.dish_mm * scale;
  const x = (y: number) => {
    const down = (y - top) / DEPTH;
    const open = half.top + (half.bottom - half.top) * down;
    return middle + side * open - lean * down;
  };
  const outer = side < 0 ? END.left : END.left + END.width;
  return (
    `M${outer} ${top} L${x(top) + side * radius} ${top} ` +
    `Q${x(top)} ${top} ${x(top + radius)} ${top + radius} ` +
    `Q${x(top + DEPTH * 0.16) + side * hollow * 1.6} ${top + DEPTH * 0.16} ${x(top + DEPTH * 0.3)} ${top + DEPTH * 0.3} ` +
    `Q${x(top + DEPTH * 0.6) + side * dish * 2} ${top + DEPTH * 0.6} ${x(bottom - washed)} ${bottom - washed} ` +
    `Q${x(bottom)} ${bottom} ${x(bottom) + side * washed} ${bottom} L${outer} ${bottom} Z`
  );
}

/** A string of hardened drops along the top corner, in one path. */
export function beads(part: number): string {
  const drop = (_: unknown, i: number) => {
    const r = 2.4 + 2 * scatter(i);
    return `M${FACE_VIEW.face.left + 6 + i * 11 - r} ${TOP - 1} a${r} ${r} 0 1 0 ${2 * r} 0 a${r} ${r} 0 1 0 ${-2 * r} 0 Z`;
  };
  return Array.from({ length: Math.round(24 * part) }, drop).join(" ");
}
