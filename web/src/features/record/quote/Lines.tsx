/** The cuts of a quote with what each costs, and what the pieces weigh. */

import { Link } from "@tanstack/react-router";
import { fill } from "@/text/fill";
import { QUOTE } from "@/text/record/quote";
import { usePreferences } from "@/ui/preferences";
import { Wide } from "@/ui/wide";
import { print } from "@/units";
import { type Found, money, onceFor, range, type Shown, type Top, weighed } from "./quote";

export function Lines({ found, asked, currency }: Shown & { asked: Partial<Top> }) {
  const onTop = fill(QUOTE.onTop, {
    overhead: asked.overhead_percent ?? 0,
    margin: asked.margin_percent ?? 0,
  });
  return (
    <Wide label={QUOTE.cut}>
      <table className="w-full min-w-[560px] text-left text-sm tabular-nums">
        <thead className="text-xs text-ink-2">
          <tr>
            {[QUOTE.cut, QUOTE.pieces, QUOTE.each, QUOTE.all, QUOTE.range].map((head, i) => (
              <th
                key={head}
                scope="col"
                className={`py-1 font-normal ${i > 0 ? "text-right" : ""}`}
              >
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="divide-y divide-line border-y border-line">
          {found.lines.map((line) => (
            <tr key={line.line_id} data-quoted={line.left_out === null}>
              <td className="py-1 pr-2">{line.typed}</td>
              {line.all && line.piece != null ? (
                <>
                  <td className="text-right">{line.count}</td>
                  <td className="text-right">{money(line.piece, currency)}</td>
                  <td className="text-right font-semibold">{money(line.all.set, currency)}</td>
                  <td className="text-right text-ink-2">{range(line.all, currency)}</td>
                </>
              ) : (
                <td colSpan={4} className="text-stop">
                  {fill(QUOTE.leftOut, { why: line.left_out ?? "" })}
                </td>
              )}
            </tr>
          ))}
          {onceFor(found).map(([what, amount]) => (
            <tr key={what}>
              <td className="py-1">{what}</td>
              <td colSpan={2} />
              <td className="text-right font-semibold">{money(amount, currency)}</td>
              <td />
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td className="py-1">{onTop}</td>
            <td colSpan={2} />
            <td className="text-right font-semibold">{money(found.total.set, currency)}</td>
            <td className="text-right text-ink-2">{range(found.total, currency)}</td>
          </tr>
        </tfoot>
      </table>
    </Wide>
  );
}

/** What the pieces weigh, and where the used share of the plates is found. */
export function Steel({ found, jobId }: { found: Found; jobId: string }) {
  const { system } = usePreferences();
  const { kg, unknown } = weighed(found.lines);
  return (
    <p className="text-sm text-ink-2 print:hidden" data-weighs={kg}>
      {kg > 0 ? fill(QUOTE.weighs, { mass: print(kg, "mass", system) }) : QUOTE.weighsNone}{" "}
      {unknown > 0 && fill(QUOTE.unknown, { count: unknown })}{" "}
      {kg > 0 && (
        <Link to="/jobs/$jobId/nest" params={{ jobId }} className="underline">
          {QUOTE.usedWhere}
        </Link>
      )}
    </p>
  );
}
