/** Where the money of a quote goes, what another way would cost, and what was burnt of it. */

import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { fill } from "@/text/fill";
import { QUOTE } from "@/text/record/quote";
import { clock } from "@/units";
import { against, money, ofTheDrawer, type Shown, shares, signed } from "./quote";

/** Where the money goes, drawn: a bar a part, to one scale. */
export function Parts({ found, currency }: Shown) {
  const all = shares(found.lines);
  return (
    <section>
      <h2 className="font-semibold">{QUOTE.parts}</h2>
      <ul className="flex flex-col gap-1 text-sm tabular-nums">
        {all.map(({ part, amount, share }) => (
          <li key={part} data-part={part}>
            <span className="flex justify-between gap-2">
              <span>{QUOTE[part as keyof typeof QUOTE]}</span>
              <span>
                {money(amount, currency)}, {Math.round(share * 100)} %
              </span>
            </span>
            <svg
              viewBox="0 0 100 4"
              className="h-1.5 w-full"
              preserveAspectRatio="none"
              aria-hidden="true"
            >
              <rect width="100" height="4" className="fill-sunk" />
              <rect width={share * 100} height="4" className="fill-accent" />
            </svg>
          </li>
        ))}
      </ul>
    </section>
  );
}

export function Other({ found, currency }: Shown) {
  const names: Record<string, string> = {
    fuel: QUOTE.insteadFuel,
    process: QUOTE.insteadProcess,
    lot: QUOTE.insteadLot,
  };
  return (
    <section>
      <h2 className="font-semibold">{QUOTE.instead}</h2>
      {found.instead.length === 0 && <p className="text-sm">{QUOTE.insteadNone}</p>}
      <p className="text-xs text-ink-2">
        {ofTheDrawer(found.instead) ? QUOTE.insteadWhy : QUOTE.insteadBefore}
      </p>
      <ul className="flex flex-col gap-1 text-sm tabular-nums">
        {found.instead.map(({ what, code, total, own_tips }) => {
          const moved = Math.round(against(total, found.total) * 100);
          return (
            <li key={`${what} ${code}`} className="flex justify-between gap-2" data-instead={code}>
              <span>
                {fill(names[what] ?? what, { code: word(code) })}
                {what !== "lot" && own_tips === false && (
                  <span className="block text-xs text-ink-2">{QUOTE.insteadSeries}</span>
                )}
              </span>
              <span>
                {money(total.set, currency)} ({signed(moved)} %)
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

export function Burnt({ burnt, currency }: { burnt: Schemas["Burnt"]; currency: string }) {
  const line = fill(QUOTE.burntLine, {
    count: burnt.burns,
    done: clock(burnt.done_s),
    planned: clock(burnt.planned_s),
    labour: money(Math.abs(burnt.labour), currency),
    way: burnt.labour < 0 ? QUOTE.less : QUOTE.more,
  });
  return (
    <section data-burnt={burnt.burns}>
      <h2 className="font-semibold">{QUOTE.burnt}</h2>
      <p className="text-sm">{line}</p>
    </section>
  );
}
