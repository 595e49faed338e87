/** A steel that is asked about, and a cut of it for the bench. Pure. */
import type { CutInput } from "@/api/client";
import { lengthsOf, print, type System } from "@/units";

/** Its grade; null where its mill sheet is typed, percent by element. */
export type Asked = { thickness: number; grade: string | null; parts: Record<string, number> };

/** What a request says of it. */
export function steelOf({ thickness, grade, parts }: Asked) {
  return {
    thickness_mm: thickness,
    ...(grade === null ? { composition_percent: parts } : { grade }),
  };
}

/** A foot, or 300 mm: a length to plan with, in the reader's units. */
const LENGTH = { inch: 304.8, metric: 300 };

/** A cut of it, as a hand would have typed it. A grade that begins with a digit is called a grade, or it would be a number. */
export function cutOf(
  asked: Asked,
  system: System,
): { typed: string; heading: string; input: CutInput } {
  const length_mm = LENGTH[lengthsOf(system)];
  const plate = `${print(asked.thickness, "length", system)} plate`;
  const heading = `${plate}, ${print(length_mm, "length", system)} long, guided`;
  const named = asked.grade !== null && /^\d/.test(asked.grade) ? "grade " : "";
  return {
    typed: asked.grade === null ? heading : `${heading}, ${named}${asked.grade}`,
    heading,
    input: { steel: steelOf(asked), cut: { length_mm, process: "guided" } },
  };
}
