/** What each cut of a shape is asked by: its measures in order, and what stands there where nothing is said. */
import type { CutPlanRequest, Schemas, SectionInput } from "@/api/client";
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
/** What is taken where nothing is said; null until it is known. */
export type Taken = Schemas["UsualOfShape"] | null;

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
  { piece_mm, taken }: { piece_mm: number | null | undefined; taken: Taken },
): number | null {
  const said = cut[key] as number | null | undefined;
  const square = cut.kind === "saddle" && key === "angle_deg" ? 90 : undefined;
  const whole = key === "length_mm" ? piece_mm : undefined;
  return said ?? takenOf(cut.kind, key, taken) ?? square ?? whole ?? null;
}

/** What the server takes for a measure, so that the field shows it. */
function takenOf(kind: string, key: Field["key"], taken: Taken): number | undefined {
  if (key === "offset_mm") return 0;
  if (key === "radius_mm") return taken?.radius_mm;
  if (kind !== "access_hole") return undefined;
  return { height_mm: taken?.hole_height_mm, length_mm: taken?.hole_length_mm }[key as string];
}

/** Cuts that leave a drop. */
const LEAVES_A_DROP = ["square", "mitre", "bevel", "saddle"];
export const leavesADrop = (kind: string): boolean => LEAVES_A_DROP.includes(kind);

const TUBES = ["rectangular_tube", "round_tube", "pipe"];
export const isTube = (family: string): boolean => TUBES.includes(family);

const SIDES = ["above", "near", "far", "below"];

/** The sides in reach that a request says; all of them where it says nothing. */
export function sidesOf(section: CutPlanRequest["section"]): string[] {
  if (section?.sides) return section.sides;
  return section?.access === "one_side" ? ["near"] : SIDES;
}

/** The sides in reach when one was touched. `turned(["near"], "far")` is both. */
export function turned(sides: readonly string[], side: string): string[] {
  return sides.includes(side) ? sides.filter((each) => each !== side) : [...sides, side];
}
