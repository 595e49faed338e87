/** A job's record as an inspector reads it. Pure. */
import type { Schemas } from "@/api/client";
import { KINDS, WAYS } from "@/text/record";

type JobRecord = Schemas["JobRecord"];

/** Farther off the plan by the tables than this a burn is told as a deviation, and said so over the column. Source: ours. */
const FAR = 0.15;

/** What of a burn lies far off the plan by the tables: `Pace 31 % slower`. */
export function deviations(factors: Record<string, unknown>): string[] {
  return Object.entries(factors).flatMap(([kind, factor]) => {
    if (typeof factor !== "number" || Math.abs(factor - 1) <= FAR) return [];
    const [below, above] = WAYS[kind] ?? ["less", "more"];
    const percent = Math.round(Math.abs(factor - 1) * 100);
    return [`${KINDS[kind] ?? kind} ${percent} % ${factor < 1 ? below : above}`];
  });
}

/** The whole in figures. */
export function together(record: Pick<JobRecord, "lines" | "runs">) {
  const burns = record.lines.flatMap((line) => line.burns);
  const poor = burns.filter(({ outcome }) => outcome === "poor" || outcome === "lost");
  const skips = record.runs.reduce((sum, run) => sum + run.skips.length, 0);
  return { burns: burns.length, poor: poor.length, skips };
}

/** The code of a step; behind a colon its key says of which cut it was. */
export const stepCode = (key: string): string => key.split(":")[0] ?? key;
