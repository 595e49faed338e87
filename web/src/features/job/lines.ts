/** The order of a job's cuts. Pure. */
import type { LineView } from "@/api/client";

type Placed = { line: Pick<LineView["line"], "position"> };

/** Where a cut lies that was moved past its neighbour: between the two beyond; null where there is no neighbour. */
export function placeAfter(lines: readonly Placed[], at: number, by: -1 | 1): number | null {
  const [next, beyond] = [lines[at + by], lines[at + 2 * by]];
  if (lines[at] === undefined || next === undefined) return null;
  return beyond === undefined
    ? next.line.position + by
    : (next.line.position + beyond.line.position) / 2;
}

/** Where a new cut lies: after the last. */
export function placeOfNew(lines: readonly Placed[]): number {
  return (lines.at(-1)?.line.position ?? 0) + 1;
}
