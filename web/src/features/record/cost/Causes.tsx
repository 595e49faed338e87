/** What each cause cost, drawn as a plate edge whose slag hangs as far as it had to be ground; the table behind it. */
import type { Schemas } from "@/api/client";
import { COST } from "@/text/record/cost";
import { useMoney } from "@/ui/currency";
import { clock } from "@/units";
import { reaches } from "./cost";

type Cause = Schemas["CauseCost"];

/** Causes that are drawn at most; the table has all. */
const DRAWN = 6;
const WIDE = 560;

const nameOf = (cause: Cause) => cause.words ?? COST.nobody;

/** Beads of slag under an edge of so many pixels. */
function Edge({ length, looked }: { length: number; looked: boolean }) {
  const beads = Array.from({ length: Math.floor(length / 14) }, (_, i) => i);
  return (
    <svg
      viewBox={`0 0 ${WIDE} 22`}
      preserveAspectRatio="xMinYMid"
      className="h-[22px] w-full"
      aria-hidden="true"
    >
      <rect
        x={0}
        y={0}
        width={Math.max(length, 2)}
        height={12}
        className={looked ? "fill-accent" : "fill-line-strong"}
      />
      {beads.map((i) => (
        <ellipse
          key={i}
          cx={7 + 14 * i}
          cy={13}
          rx={4 + (i % 3)}
          ry={4 + ((i * 5) % 4)}
          className={looked ? "fill-accent" : "fill-line-strong"}
        />
      ))}
    </svg>
  );
}

export function Causes({ causes }: { causes: Cause[] }) {
  const money = useMoney();
  const part = reaches(causes);
  return (
    <section aria-label={COST.byCause} className="flex flex-col gap-2">
      <h2 className="text-lg font-semibold">{COST.byCause}</h2>
      <p className="text-sm text-ink-2">{COST.byCauseLead}</p>
      <ul className="flex flex-col gap-2">
        {causes.slice(0, DRAWN).map((cause, i) => (
          <li key={cause.cause ?? ""} data-cause={cause.cause ?? "nobody"}>
            <span className="flex flex-wrap justify-between gap-x-4 text-sm">
              <span className="font-semibold">{nameOf(cause)}</span>
              <span className="tabular-nums">
                {clock(cause.grinding_s)}, {money(cause.money)}
              </span>
            </span>
            <Edge length={(part[i] ?? 0) * WIDE} looked={cause.cause != null} />
          </li>
        ))}
      </ul>
      <details className="text-sm">
        <summary className="cursor-pointer text-ink-2">{COST.asTable}</summary>
        <table className="mt-1 w-full max-w-xl text-left tabular-nums">
          <thead className="text-xs text-ink-2">
            <tr>
              {[COST.cause, COST.edges, COST.time, COST.money].map((head) => (
                <th key={head} scope="col" className="font-normal">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {causes.map((cause) => (
              <tr key={cause.cause ?? ""} className="border-t border-line">
                <td>{nameOf(cause)}</td>
                <td>{Number(cause.burns.toFixed(1))}</td>
                <td>{clock(cause.grinding_s)}</td>
                <td>{money(cause.money)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </section>
  );
}
