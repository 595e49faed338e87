/** What the fields of a cut offer. Pure. */
import type { CutPlanRequest, Schemas } from "@/api/client";

type Steel = CutPlanRequest["steel"];
type Known = Pick<Schemas["ReferenceReply"], "grades">;

/** What a field can show as a number. */
export const number = (value: unknown): number | null => (typeof value === "number" ? value : null);

const MILD = "mild";
/** The steel is told by its mill sheet: no grade beside it. */
export const SHEET = "sheet";

/** The grades to choose from; the mill sheet stands first where one was told. */
export function gradesOf({ composition_percent }: Steel, known: Known | undefined) {
  const bySheet = composition_percent != null;
  return [
    ...(bySheet ? [{ value: SHEET, text: "by its mill sheet" }] : []),
    { value: MILD, text: "mild, not named" },
    ...(known?.grades ?? []).map((each) => ({ value: each.grade, text: each.title })),
  ];
}

/** The one that stands. */
export function gradeOf({ composition_percent, grade }: Steel): string {
  return composition_percent != null ? SHEET : (grade ?? MILD);
}

/** A chosen grade as it is sent; null where mild steel is not named. */
export function named(choice: string): string | null {
  return choice === MILD ? null : choice;
}
