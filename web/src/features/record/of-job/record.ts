/** A job's record as an inspector reads it. Pure. */

import type { Schemas } from "@/api/client";
import { fill } from "@/text/fill";
import { KINDS, WAYS } from "@/text/record";
import { JOB_RECORD } from "@/text/record/job-record";
import { isHeatingHead, tipName } from "@/text/tip";
import { print, type System } from "@/units";

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

const counted = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

/** The same in a sentence. */
export function togetherWords(whole: ReturnType<typeof together>): string {
  if (whole.burns === 0) return JOB_RECORD.together1;
  return fill(JOB_RECORD.together, {
    burns: counted(whole.burns, "burn", "burns"),
    poor: whole.poor,
    skips: counted(whole.skips, "step", "steps"),
  });
}

/** What somebody is called, by their id. */
export type NameOf = (id: string | null | undefined) => string;

export const dayOf = (moment: string) =>
  new Date(moment).toLocaleString([], { dateStyle: "short", timeStyle: "short" });

/** A card in one line: when, by whom, and what it sets; of a heating head there is nothing of a cut to set. */
export function cardLine(card: Schemas["CardGlance"], nameOf: NameOf, system: System): string {
  const pressure = (kpa: number | null | undefined) =>
    kpa == null ? "–" : print(kpa, "pressure", system);
  return fill(isHeatingHead(card) ? JOB_RECORD.headLine : JOB_RECORD.cardLine, {
    day: dayOf(card.made_at),
    who: nameOf(card.made_by),
    tip: card.mark ?? tipName(card, system),
    oxygen: pressure(card.oxygen_pressure_kpa),
    pace: print(card.travel_speed_mm_min, "speed", system),
  });
}
