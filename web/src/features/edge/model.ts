/** What was answered at an edge, and the cut that is asked about. */
import type { Schemas } from "@/api/client";

export type Answers = {
  present: string[];
  absent: string[];
  burn_id?: string | null;
  plan_id?: string | null;
  /** Whether every cut runs slow with this oxygen. */
  every_cut_slow?: boolean | null;
  fuel?: string | null;
};
export type Finding = Schemas["FindingWire"];
export type Trouble = Schemas["TroubleWire"];

export const NOTHING: Answers = { present: [], absent: [] };

/** The answers with one more: an answer given again is taken back. */
export function answered(now: Answers, code: string, seen: boolean): Answers {
  const [list, other] = seen ? (["present", "absent"] as const) : (["absent", "present"] as const);
  const had = now[list].includes(code);
  const without = now[list].filter((each) => each !== code);
  return {
    ...now,
    [list]: had ? without : [...without, code],
    [other]: now[other].filter((each) => each !== code),
  };
}

/** Whether anything was told. */
export function told(answers: Answers): boolean {
  return (
    answers.present.length + answers.absent.length > 0 ||
    (answers.burn_id ?? answers.plan_id) != null
  );
}

/** The cut of a job that an edge belongs to. */
export type Of = { lineId: string; cut: string };

/** The cut that an edge belongs to, as far as one is asked before it is seen or mended. */
export type Cut = { thickness: number; process: string; fuel: string };

export const USUAL_CUT: Cut = { thickness: 19.05, process: "freehand", fuel: "acetylene" };

/** Length of the cut asked about: an edge does not depend on it, but a plan needs one. */
const LENGTH_MM = 1000;

/** The line that a lost cut is on: as it was told, or long enough for what was cut of it. */
export function lineOf(told: number | null | undefined, done: number | null | undefined): number {
  return told ?? Math.max(LENGTH_MM, done ?? 0);
}

/** A cut as a plan takes it. */
export function asRequest(cut: Cut, length_mm = LENGTH_MM): Schemas["CutPlanRequest"] {
  return {
    steel: { thickness_mm: cut.thickness },
    cut: {
      length_mm,
      process: cut.process as Schemas["CutPlanRequest"]["cut"]["process"],
    },
    gas: { fuel: cut.fuel as Schemas["CutPlanRequest"]["gas"]["fuel"] },
  } as Schemas["CutPlanRequest"];
}

/** `slowOf("yes")` is true; null where nobody knows. */
export function slowOf(told: string): boolean | null {
  return told === "yes" ? true : told === "no" ? false : null;
}

/** The word of an answer. `slowWord(null)` is "not told". */
export function slowWord(slow: boolean | null | undefined): string {
  return slow == null ? "not told" : slow ? "yes" : "no";
}

/** The burns that an edge may be of: the newest, and every poor one that somebody wrote a word to; each once, newest first. */
export function forEdge<B extends { id: string; note: string; happened_at: string }>(
  newest: readonly B[],
  poor: readonly B[],
): B[] {
  const known = new Set(newest.map(({ id }) => id));
  const told = poor.filter(({ id, note }) => note !== "" && !known.has(id));
  return [...newest, ...told].sort((a, b) => b.happened_at.localeCompare(a.happened_at));
}
