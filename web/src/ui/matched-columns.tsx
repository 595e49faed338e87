/** The columns of a table that was pasted or picked: what each holds, as it was matched, and what a person says against it. */
import { Choice } from "./choice";
import { Wide } from "./wide";

type Column = { heading: string; role: string; unit?: string | null };
export type Said = { role?: string; unit?: string };

type Props = {
  label: string;
  columns: readonly Column[];
  /** The first rows, the heading among them. */
  preview: readonly (readonly string[])[];
  /** What a column may hold, with its units. */
  roles: Record<string, readonly string[]>;
  name: (role: string) => string;
  onSay: (column: number, change: Said) => void;
};

/** What was said so far, with one more thing said of a column. */
export function saying(now: readonly Said[], at: number, change: Said): Said[] {
  const next = Array.from({ length: Math.max(now.length, at + 1) }, (_, i) => now[i] ?? {});
  next[at] = { ...next[at], ...change };
  return next;
}

export function MatchedColumns({ label, columns, preview, roles, name, onSay }: Props) {
  return (
    <Wide label={label}>
      <table className="text-sm" data-columns="">
        <thead>
          <tr className="align-bottom">
            {columns.map((column, i) => (
              <th
                // biome-ignore lint/suspicious/noArrayIndexKey: two columns may have the same heading
                key={i}
                className="min-w-32 border border-line p-1.5 text-left font-normal"
              >
                <span className="block text-xs text-ink-2">{column.heading}</span>
                <Choice
                  label={`Column ${i + 1} holds`}
                  value={column.role}
                  options={Object.keys(roles).map((value) => ({ value, text: name(value) }))}
                  onChange={(role) => onSay(i, { role })}
                />
                {(roles[column.role] ?? []).length > 0 && (
                  <Choice
                    label="Unit"
                    value={column.unit ?? ""}
                    options={(roles[column.role] ?? []).map((value) => ({ value, text: value }))}
                    onChange={(unit) => onSay(i, { unit })}
                  />
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {preview.slice(1).map((row, at) => (
            <tr
              // biome-ignore lint/suspicious/noArrayIndexKey: rows of a file have no name
              key={at}
            >
              {row.map((cell, i) => (
                <td
                  // biome-ignore lint/suspicious/noArrayIndexKey: cells of a file have no name
                  key={i}
                  className="border border-line px-1.5 py-0.5"
                >
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Wide>
  );
}
