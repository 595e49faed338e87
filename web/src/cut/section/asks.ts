/** What each cut of a shape is asked by: its measures in order, and what stands there where nothing is said. */
import type { SectionInput } from "@/api/client";
import type { Kind } from "@/units";

type Cut = NonNullable<SectionInput["cut"]>;

/** What a new kind of cut begins with, so that there is something to drag and to type over; mm and degrees. */
export const USUAL: Record<string, Partial<Cut>> = {
  mitre: { angle_deg: 45 },
  bevel: { angle_deg: 30 },
  saddle: { angle_deg: 90, header_mm: 219.1 },
  cope: { length_mm: 100, depth_mm: 40 },
  web_opening: { width_mm: 120, height_mm: 80 },
  strip: { length_mm: 1000 },
  split: { length_mm: 1000 },
};
export type Field = { key: keyof Cut & `${string}_${"mm" | "deg"}`; label: string; kind?: Kind };
export const FIELDS: Record<string, readonly Field[]> = {
  mitre: [{ key: "angle_deg", label: "Slant", kind: "angle" }],
  bevel: [{ key: "angle_deg", label: "Tilt", kind: "angle" }],
  saddle: [
    { key: "header_mm", label: "Fitted to, outside" },
    { key: "angle_deg", label: "Between the two", kind: "angle" },
  ],
  cope: [
    { key: "depth_mm", label: "Deep" },
    { key: "length_mm", label: "Long" },
    { key: "radius_mm", label: "Corner radius" },
  ],
  access_hole: [
    { key: "height_mm", label: "High" },
    { key: "length_mm", label: "Long" },
    { key: "radius_mm", label: "Corner radius" },
  ],
  web_opening: [
    { key: "width_mm", label: "Along the shape" },
    { key: "height_mm", label: "Across the web" },
    { key: "radius_mm", label: "Corner radius" },
    { key: "offset_mm", label: "Off the middle" },
  ],
  strip: [{ key: "length_mm", label: "Long" }],
  split: [
    { key: "length_mm", label: "Long" },
    { key: "offset_mm", label: "Off the middle" },
  ],
};
/** What the server takes where nothing is said, so that the field shows it. */
export const TAKEN: Record<string, number> = { radius_mm: 12.7, offset_mm: 0 };
export const HOLE: Record<string, number> = { height_mm: 25, length_mm: 40, radius_mm: 12.7 };

type Custom = NonNullable<SectionInput["custom"]>;
export type Size = "depth_mm" | "width_mm" | "web_mm" | "flange_mm";

const ROUND = ["round_tube", "round_bar"];
const SOLID = ["flat", "round_bar"];
const FLANGED = ["i", "channel", "tee", "angle"];

/** The families whose sizes may be typed. */
export const FAMILIES = [...FLANGED, "rectangular_tube", "round_tube", "flat", "round_bar"];

/** The sizes that a family has, with what a shop calls each of them. */
export function sizesOf(family: string): [Size, string][] {
  const [round, flanged] = [ROUND.includes(family), FLANGED.includes(family)];
  const all: [Size, string, boolean][] = [
    ["depth_mm", round ? "Diameter" : "Depth", true],
    ["width_mm", "Width", !round],
    ["web_mm", flanged ? "Web or leg" : "Wall", !SOLID.includes(family)],
    ["flange_mm", "Flange", flanged],
  ];
  return all.filter(([, , has]) => has).map(([size, label]) => [size, label]);
}

/** Sizes of a new family, so that there is something to draw; those typed before stay. */
export function ownSizes(family: string, before: Custom | null | undefined): Custom {
  return { depth_mm: 150, width_mm: 100, web_mm: 8, ...before, family };
}

/** Whether an opening is round: it is asked by its diameter then. */
export const isRound = (cut: Cut): boolean => cut.kind === "web_opening" && cut.diameter_mm != null;

/** The measures that a cut is asked by. */
export function fieldsOf(cut: Cut): readonly Field[] {
  if (!isRound(cut)) return FIELDS[cut.kind] ?? [];
  return [
    { key: "diameter_mm", label: "Diameter" },
    { key: "offset_mm", label: "Off the middle" },
  ];
}

/** What a measure's field shows: what was said, else what is taken; a long cut goes over the whole piece. */
export function shownIn(
  cut: Cut,
  key: Field["key"],
  piece_mm: number | null | undefined,
): number | null {
  const said = cut[key] as number | null | undefined;
  const taken = cut.kind === "access_hole" ? HOLE[key] : TAKEN[key];
  const square = cut.kind === "saddle" && key === "angle_deg" ? 90 : undefined;
  return said ?? taken ?? square ?? (key === "length_mm" ? (piece_mm ?? null) : null);
}

/** Cuts that leave a drop. */
const LEAVES_A_DROP = ["square", "mitre", "bevel", "saddle"];
export const leavesADrop = (kind: string): boolean => LEAVES_A_DROP.includes(kind);
