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
