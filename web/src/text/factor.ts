/** What a class of burns is called. */
import type { Schemas } from "@/api/client";
import { about, boreName, type System } from "@/units";
import { word } from ".";
import { RECORD } from "./record";

type Factor = Schemas["FactorWire"];

/** A class in words: `2.5 mm tip, 3/8 to 1-1/4 in, guided, propane`. */
export function className(of: Partial<Factor["class"]>, system: System): string {
  if (of.process == null || of.fuel == null) return RECORD.whole;
  const moved = `${word(of.process)}, ${word(of.fuel)}`;
  if (of.bore_mm == null || of.thickness_mm == null) return moved;
  const { low, high } = of.thickness_mm;
  const band = `${about(low, system)} to ${about(high, system)}`;
  return `${boreName(of.bore_mm, system)} tip, ${band}, ${moved}`;
}
