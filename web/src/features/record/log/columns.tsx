/** The columns of the log: what each shows of a burn. The same codes name the columns of a file. */
import type { ReactNode } from "react";
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { RECORD } from "@/text/record";
import { boreName, clock, plateName, print, type System } from "@/units";

type Burn = Schemas["BurnView"];
export type Column = {
  code: string;
  head: string;
  cell: (burn: Burn, system: System, names: Names) => ReactNode;
};
/** Who and what a burn names, by id. */
export type Names = Record<string, string>;

const told = <T,>(value: T | null | undefined, print: (value: T) => ReactNode): ReactNode =>
  value == null ? "" : print(value);

export const COLUMNS: readonly Column[] = [
  {
    code: "date",
    head: RECORD.day,
    cell: ({ happened_at }) => new Date(happened_at).toLocaleDateString(),
  },
  {
    code: "person",
    head: RECORD.person,
    cell: ({ person_id }, _, names) => names[person_id ?? ""] ?? RECORD.nobody,
  },
  {
    code: "thickness",
    head: RECORD.plate,
    cell: ({ thickness_mm }, system) => told(thickness_mm, (it) => plateName(it, system)),
  },
  { code: "fuel", head: RECORD.fuel, cell: ({ fuel }) => told(fuel, word) },
  { code: "process", head: RECORD.process, cell: ({ process }) => told(process, word) },
  {
    code: "bore",
    head: RECORD.bore,
    cell: ({ bore_mm }, system) => told(bore_mm, (it) => boreName(it, system)),
  },
  {
    code: "mark",
    head: RECORD.mark,
    cell: ({ tip_id }, _, names) => names[tip_id ?? ""] ?? "",
  },
  {
    code: "preheat",
    head: RECORD.start,
    cell: ({ start_s, factors }) => (
      <>
        {told(start_s, clock)}
        <OfPlan factor={factors.start_preheat} />
      </>
    ),
  },
  { code: "duration", head: RECORD.duration, cell: ({ duration_s }) => told(duration_s, clock) },
  {
    code: "pace",
    head: RECORD.pace,
    cell: ({ pace_mm_min, factors }, system) => (
      <>
        {told(pace_mm_min, (it) => print(it, "speed", system))}
        <OfPlan factor={factors.speed} />
      </>
    ),
  },
  {
    code: "kerf",
    head: RECORD.kerf,
    cell: ({ kerf_mm }, system) => told(kerf_mm, (it) => print(it, "bore", system)),
  },
  {
    code: "oxygen",
    head: RECORD.oxygen,
    cell: ({ oxygen_l }, system) => told(oxygen_l, (it) => print(it, "gas_volume", system)),
  },
  {
    code: "fuel_used",
    head: RECORD.fuelUsed,
    cell: ({ fuel_l }, system) => told(fuel_l, (it) => print(it, "gas_volume", system)),
  },
  {
    code: "clean_up",
    head: RECORD.cleaning,
    cell: ({ clean_up_s }) => told(clean_up_s, clock),
  },
  {
    code: "outcome",
    head: RECORD.outcome,
    cell: ({ outcome }) => <span data-outcome={outcome}>{told(outcome, word)}</span>,
  },
  {
    code: "note",
    head: RECORD.note,
    cell: ({ note, version }) => `${note}${version > 1 ? ` (${RECORD.corrected})` : ""}`,
  },
];

/** What is shown where nobody has chosen. */
export const USUAL: readonly string[] = [
  "date",
  "person",
  "thickness",
  "fuel",
  "process",
  "preheat",
  "pace",
  "outcome",
  "note",
];

/** The chosen columns in the log's order; a code of an older version is passed over. */
export function chosenColumns(codes: readonly string[]): readonly Column[] {
  const chosen = COLUMNS.filter(({ code }) => codes.includes(code));
  return chosen.length === 0 ? COLUMNS.filter(({ code }) => USUAL.includes(code)) : chosen;
}

/** A column chosen or not any more. */
export function toggled(codes: readonly string[], code: string): string[] {
  return codes.includes(code) ? codes.filter((each) => each !== code) : [...codes, code];
}

/** Where the log as a file is fetched: what is looked for, in the columns that are shown. */
export function fileOf(
  format: "csv" | "xlsx" | "json",
  sought: Record<string, string>,
  codes: readonly string[],
): string {
  const columns = chosenColumns(codes).map(({ code }) => code);
  const query = new URLSearchParams({ ...sought, columns: columns.join(",") });
  return `/api/v1/burns.${format}?${query}`;
}

/** Done over planned, beside what was done. */
function OfPlan({ factor }: { factor: unknown }) {
  if (typeof factor !== "number") return null;
  return (
    <span className="block text-xs text-ink-2">
      {factor.toFixed(2)} {RECORD.of} {RECORD.planIs}
    </span>
  );
}
