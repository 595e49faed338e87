/** Every fuel side by side: verdict, tip, figures with their bars, and what would have to change. */
import { useState } from "react";
import type { CutPlan, Schemas } from "@/api/client";
import { SCREEN, sentence, word } from "@/text";
import { tipName } from "@/text/tip";
import { Button } from "@/ui/button";
import { useCurrency } from "@/ui/currency";
import { GasBadge } from "@/ui/gas-badge";
import { type Level, LevelWord, Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { Wide } from "@/ui/wide";
import { TraceSheet } from "../TraceSheet";
import { LINES, part, shownFigure } from "./figures";

type Props = { options: Schemas["FuelOption"][]; onFuel: (fuel: string) => void };

export function Fuels({ options, onFuel }: Props) {
  const { system } = usePreferences();
  const currency = useCurrency();
  const [why, setWhy] = useState<{ plan: CutPlan; quantity: string } | null>(null);
  return (
    <Wide label="Fuels side by side">
      <table className="w-full min-w-[720px] table-fixed border-collapse text-sm" data-fuels="">
        <thead>
          <tr className="align-bottom">
            <th className="w-36 text-left text-xs font-normal text-ink-2">Same cut, each fuel</th>
            {options.map((option) => (
              <th key={option.fuel} className="p-2 text-left" scope="col" data-fuel={option.fuel}>
                <span className="flex items-center gap-1.5 text-base">
                  <GasBadge gas={option.fuel} /> {word(option.fuel)}
                </span>
                <span className="flex min-h-9 items-center justify-between gap-2 font-normal">
                  <LevelWord level={option.plan.verdict as Level} />
                  {option.in_use ? (
                    <span className="text-xs text-ink-2">in use</span>
                  ) : (
                    <Button
                      onClick={() => onFuel(option.fuel)}
                      aria-label={`Use ${word(option.fuel)}`}
                    >
                      Use
                    </Button>
                  )}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="divide-y divide-line border-y border-line">
          <tr>
            <th scope="row" className="py-1.5 text-left font-normal text-ink-2">
              Tip
            </th>
            {options.map((option) => (
              <td key={option.fuel} className="p-2">
                {tipName(option.plan.tip, system)}
                <span className="block text-xs text-ink-2">{word(option.plan.tip.face)} face</span>
              </td>
            ))}
          </tr>
          {LINES.map((line) => {
            const all = options.map((option) => line.of(option.plan));
            return (
              <tr key={line.name}>
                <th scope="row" className="py-1.5 text-left font-normal text-ink-2">
                  {line.name}
                  {line.name.startsWith("Cost") && `, ${currency}`}
                </th>
                {options.map((option, i) => (
                  <td key={option.fuel} className="p-2 font-semibold">
                    <button
                      type="button"
                      className="font-semibold underline decoration-dotted underline-offset-4"
                      data-why={`${option.fuel} ${line.quantity}`}
                      onClick={() => setWhy({ plan: option.plan, quantity: line.quantity })}
                    >
                      {shownFigure(line, all[i], system)}
                    </button>
                    <span className="mt-0.5 block h-1 bg-sunk" aria-hidden="true">
                      <span
                        className="block h-1"
                        style={{
                          width: `${part(
                            all[i] ?? 0,
                            all.map((each) => each ?? 0),
                          )}%`,
                          background: `var(--gas-${option.fuel})`,
                        }}
                      />
                    </span>
                  </td>
                ))}
              </tr>
            );
          })}
          <tr className="align-top">
            <th scope="row" className="py-1.5 text-left font-normal text-ink-2">
              {SCREEN.changeLead}
            </th>
            {options.map((option) => (
              <td key={option.fuel} className="p-2 text-xs">
                <ul className="flex flex-col gap-1">
                  {option.changes.map((change) => (
                    <li key={change.code} className="flex gap-1" data-change={change.code}>
                      <Mark level={change.level as Level} size={13} />
                      <span>
                        {sentence("notes", change.code, change.values, system, change.text)}
                      </span>
                    </li>
                  ))}
                  {option.changes.length === 0 && <li>nothing</li>}
                </ul>
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      {why && <TraceSheet plan={why.plan} quantity={why.quantity} onClose={() => setWhy(null)} />}
    </Wide>
  );
}
