/** Which burns are looked for. */

import { options } from "@/text";
import { fill } from "@/text/fill";
import { RECORD } from "@/text/record";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";

export type Sought = {
  fuel: string;
  outcome: string;
  person: string;
  tip: string;
  since: string;
  /** A moment: only the day around it. */
  around: string | null;
  from_mm: number | null;
  to_mm: number | null;
};

const ANY = "any";
export const ANYTHING: Sought = {
  fuel: ANY,
  outcome: ANY,
  person: ANY,
  tip: ANY,
  since: ANY,
  around: null,
  from_mm: null,
  to_mm: null,
};
const FUELS = ["acetylene", "propane", "propylene", "natural_gas"];
const OUTCOMES = ["good", "usable", "poor", "lost"];
const WEEKS = [1, 2, 4, 13];
const DAY = 86_400_000; // ms

/** What is asked of the server; what may be anything is left out. */
export function asked(sought: Sought, now: Date = new Date()): Record<string, string> {
  const { fuel, outcome, person, tip, since, around, from_mm, to_mm } = sought;
  const query: Record<string, string> = {};
  for (const [key, value] of Object.entries({ fuel, outcome, person, tip })) {
    if (value !== ANY) query[key] = value;
  }
  if (since !== ANY) {
    // the day as a whole, so that a page and the next one ask the same
    const from = new Date(now.getTime() - Number(since) * 7 * DAY);
    from.setUTCHours(0, 0, 0, 0);
    query.from = from.toISOString();
  }
  if (around !== null) {
    const at = new Date(around).getTime();
    query.from = new Date(at - DAY / 2).toISOString();
    query.to = new Date(at + DAY / 2).toISOString();
  }
  if (from_mm !== null) query.thickness_mm_from = String(from_mm);
  if (to_mm !== null) query.thickness_mm_to = String(to_mm);
  return query;
}

/** A moment that can be looked around, or none. `aroundOf("2026-11-03T09:00:00Z")` is the same; `aroundOf("soon")` is null. */
export function aroundOf(text: string | undefined): string | null {
  return text !== undefined && !Number.isNaN(new Date(text).getTime()) ? text : null;
}

type Named = { id: string; name: string };
type Props = {
  sought: Sought;
  people: readonly Named[];
  tips: readonly { id: string; label: string }[];
  onChange: (sought: Sought) => void;
};

export function Filters({ sought, people, tips, onChange }: Props) {
  const any = { value: ANY, text: RECORD.all };
  const words = (all: readonly string[]) => options(all);
  const lists = [
    { field: "since", label: RECORD.since, options: WEEKS.map(weeks) },
    { field: "person", label: RECORD.person, options: people.map(named) },
    { field: "fuel", label: RECORD.fuel, options: words(FUELS) },
    { field: "outcome", label: RECORD.outcome, options: words(OUTCOMES) },
    {
      field: "tip",
      label: RECORD.mark,
      options: tips.map(({ id, label }) => ({ value: id, text: label })),
    },
  ] as const;
  return (
    <div className="grid grid-cols-2 gap-2 sm:grid-cols-4 lg:grid-cols-7">
      {lists.map(({ field, label, options }) => (
        <Choice
          key={field}
          label={label}
          value={sought[field]}
          options={[any, ...options]}
          onChange={(value) => onChange({ ...sought, [field]: value })}
        />
      ))}
      <MeasureField
        label={RECORD.thicker}
        kind="length"
        value={sought.from_mm}
        onCommit={(from_mm) => onChange({ ...sought, from_mm })}
        onClear={() => onChange({ ...sought, from_mm: null })}
      />
      <MeasureField
        label={RECORD.thinner}
        kind="length"
        value={sought.to_mm}
        onCommit={(to_mm) => onChange({ ...sought, to_mm })}
        onClear={() => onChange({ ...sought, to_mm: null })}
      />
    </div>
  );
}

const named = ({ id, name }: Named) => ({ value: id, text: name });
const weeks = (count: number) => ({
  value: String(count),
  text: fill(RECORD.weeks, { count }),
});
