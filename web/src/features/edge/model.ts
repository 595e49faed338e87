/** What was answered at an edge. */
import type { Schemas } from "@/api/client";

export type Answers = { present: string[]; absent: string[]; burn_id?: string | null };
export type Finding = Schemas["FindingWire"];

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
