/** Inspections on a calendar: what is over stands left of today, what is due right of it; the table behind it. */

import type { Schemas } from "@/api/client";
import { STORES } from "@/text/record/stores";
import { Mark } from "@/ui/mark";
import { Heads } from "@/ui/wide";
import { dueSaid, place, rows } from "./stores";

type Due = Schemas["DueGear"];

const [WIDE, LINE, ROW, TOP] = [900, 22, 17, 18];
/** How much of the width a name takes; so much is left free at the end. */
const NAME = 0.19;
const INK: Record<string, string> = {
  overdue: "var(--stop)",
  never: "var(--stop)",
  soon: "var(--caution)",
  fine: "var(--ink-2)",
};

/** Due days as flags on a line, so many rows high as names would lie on each other. */
function Line({ due }: { due: Due[] }) {
  const dated = due.filter((it) => it.days_left != null);
  const places = dated.map((it) => place(it.days_left ?? 0) * (1 - NAME));
  const at = rows(places, NAME);
  const high = TOP + LINE + ROW * (Math.max(0, ...at.map((row) => row + 1)) + 1);
  const now = place(0) * (1 - NAME) * WIDE;
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${high}`}
      className="hidden h-auto w-full md:block"
      role="img"
      aria-label={STORES.calendar}
    >
      <rect x={0} y={TOP} width={now} height={LINE} fill="var(--stop)" opacity={0.14} />
      <rect
        x={0}
        y={TOP}
        width={(1 - NAME) * WIDE}
        height={LINE}
        fill="none"
        stroke="var(--line-strong)"
      />
      <line x1={now} x2={now} y1={0} y2={TOP + LINE + 6} stroke="var(--ink)" strokeWidth={2} />
      <text x={now + 5} y={TOP - 5} fontSize={12} fill="var(--ink)">
        {STORES.today}
      </text>
      {dated.map((it, i) => {
        const x = (places[i] ?? 0) * WIDE;
        const y = TOP + LINE + ROW * ((at[i] ?? 0) + 1);
        return (
          <g key={it.gear_id} data-flag={it.state}>
            <line x1={x} x2={x} y1={TOP} y2={y} stroke={INK[it.state]} strokeWidth={2} />
            <circle cx={x} cy={TOP + LINE / 2} r={4.5} fill={INK[it.state]} />
            <text x={x + 5} y={y} fontSize={12} fill="var(--ink)">
              {it.label}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

const day = (on: string | null | undefined) =>
  on == null ? STORES.states.never : new Date(`${on}T12:00:00`).toLocaleDateString();

export function Calendar({ due }: { due: Due[] }) {
  const open = due.filter(({ state }) => state !== "fine");
  const shown = (all: Due[]) =>
    all.map((it) => (
      <tr key={it.gear_id} className="border-t border-line" data-due={it.label}>
        <th scope="row" className="py-1 pr-3 text-left font-semibold">
          {it.label}
        </th>
        <td>{day(it.inspected_on)}</td>
        <td>{dueSaid(it)}</td>
        <td>
          <span className="flex items-center gap-1">
            {it.state !== "fine" && (
              <Mark level={it.state === "soon" ? "info" : "caution"} size={14} />
            )}
            {STORES.states[it.state]}
          </span>
        </td>
      </tr>
    ));
  return (
    <section aria-label={STORES.due} className="flex flex-col gap-2">
      <h2 className="text-lg font-semibold">{STORES.due}</h2>
      <p className="max-w-3xl text-sm text-ink-2">{STORES.dueLead}</p>
      {due.length === 0 ? (
        <p className="text-sm">{STORES.dueNone}</p>
      ) : (
        <>
          <Line due={due} />
          <table className="w-full max-w-3xl text-left text-sm tabular-nums">
            <thead className="text-xs text-ink-2">
              <tr>
                <Heads heads={STORES.heads} />
              </tr>
            </thead>
            <tbody>
              {shown(open)}
              {shown(due.filter(({ state }) => state === "fine"))}
            </tbody>
          </table>
        </>
      )}
    </section>
  );
}
