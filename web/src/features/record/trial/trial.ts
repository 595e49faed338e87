/** Two ways held against each other, as sentences. Pure. */

import type { Schemas } from "@/api/client";
import { fill } from "@/text/fill";
import { RECORD } from "@/text/record";
import { BY, TRIAL } from "@/text/record/trial";

type Judged = Schemas["TrialReply"];

/** Under this the answer is none. */
export const SURE = 0.9;

/** What the two ways are called in an answer. */
export type Names = { a: string; b: string };
const USUAL: Names = { a: `the ${RECORD.first} way`, b: `the ${RECORD.second} way` };

/** How sure it is, and of what; by how much they differ. */
export function answerOf(judged: Judged, names: Names = USUAL) {
  const { difference, low, high, probability_a_better: a } = judged;
  const sure = Math.max(a, 1 - a);
  // nobody is ever all sure
  const percent = sure > 0.999 ? TRIAL.over : (100 * sure).toFixed(sure > 0.99 ? 1 : 0);
  const which = a >= 0.5 ? names.a : names.b;
  const by = fill(RECORD.differ, {
    difference: Math.abs(difference).toPrecision(3),
    way: difference > 0 ? RECORD.above : RECORD.below,
    low: low.toPrecision(3),
    high: high.toPrecision(3),
  });
  return {
    isSure: sure >= SURE,
    which: `${percent} ${TRIAL.better} ${which}.`,
    by,
  };
}

/** How many strips of a trial were measured, of how many. */
export function measured(trial: Pick<Schemas["TrialView"], "strips">): [number, number] {
  return [trial.strips.filter((strip) => strip.value != null).length, trial.strips.length];
}

/** What else two sets of burns differ in, as a sentence; null where nothing does. */
export function confounded(differs: readonly string[]): string | null {
  if (differs.length === 0) return null;
  const what = differs.map((code) => BY[code] ?? code);
  const last = what.pop() ?? "";
  const listed = what.length === 0 ? last : `${what.join(", ")} and ${last}`;
  return fill(TRIAL.differs, { what: listed });
}

/** The number typed for a strip: null where nothing is, undefined where it is no number. */
export function typedValue(text: string): number | null | undefined {
  if (text.trim() === "") return null;
  const value = Number(text.trim().replace(",", "."));
  return Number.isFinite(value) && value >= 0 ? value : undefined;
}
