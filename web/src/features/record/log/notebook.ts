/** A notebook on its way to the server, and its faults as a person reads them. Pure. */
import type { Schemas } from "@/api/client";
import type { Said } from "@/ui/matched-columns";

const LENGTHS = ["mm", "in"];
const TIMES = ["s", "min", "h"];
const VOLUMES = ["l", "m3", "ft3"];

/** What a column may hold, with its units. */
export const ROLES: Record<string, readonly string[]> = {
  date: [],
  clock: [],
  person: [],
  job: [],
  thickness: LENGTHS,
  fuel: [],
  process: [],
  bore: LENGTHS,
  mark: [],
  length: ["mm", "cm", "m", "in", "ft"],
  start: TIMES,
  duration: TIMES,
  pace: ["in/min", "mm/min", "cm/min", "m/min"],
  kerf: LENGTHS,
  oxygen: VOLUMES,
  fuel_used: VOLUMES,
  clean_up: TIMES,
  outcome: [],
  oxygen_pressure: ["psi", "kpa", "bar", "mpa"],
  note: [],
  ignored: [],
};

type Asked = {
  text: string;
  said: readonly Said[];
  answers: { dates?: string; decimal?: string };
  leave: readonly number[];
};

/** The body that is read, and the same that is kept: what is not said is left out. */
export function request({ text, said, answers, leave }: Asked): Schemas["NotebookRequest"] {
  return {
    text,
    columns: said.map(({ role, unit }) => ({ role: role ?? null, unit: unit ?? null })),
    ...answers,
    // east of Greenwich is ahead of the world's clock
    offset_minutes: -new Date().getTimezoneOffset(),
    leave: [...leave].sort((a, b) => a - b),
  };
}

/** Each row at fault once, with everything that is wrong in it. */
export function faultsByRow(
  faults: readonly Schemas["NotebookFault"][],
): { row: number; told: string }[] {
  const rows = new Map<number, string[]>();
  for (const { row, column, value, message } of faults) {
    const named = [column, value === "" ? "" : `“${value}”`].filter((it) => it !== "").join(" ");
    rows.set(row, [...(rows.get(row) ?? []), named === "" ? message : `${named}: ${message}`]);
  }
  return [...rows].map(([row, told]) => ({ row, told: `Row ${row}. ${told.join(" ")}` }));
}

/** The first dozen rows by their numbers; that there are more is said: `someRows([2, 3])` is `"2, 3"`. */
export function someRows(rows: readonly number[]): string {
  const first = rows.slice(0, 12).join(", ");
  return rows.length > 12 ? `${first}, ...` : first;
}
