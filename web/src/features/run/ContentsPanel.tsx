/** What the gauge nearest the cylinder says, before and after: dragged, not typed. */
import { useState } from "react";
import { Gauge } from "@/draw/gauge";
import { word } from "@/text";
import { RUN } from "@/text/run";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";

/** Ends of usual contents gauges, kPa: 4000 and 400 psi. A liquefied gas is weighed: its gauge tells temperature. */
const ENDS: Record<string, number> = { oxygen: 27_579.03, acetylene: 2_757.903 };

type Props = { fuel: string; onReading: (gas: string, kpa: number) => void };

export function ContentsPanel({ fuel, onReading }: Props) {
  const { system } = usePreferences();
  const [read, setRead] = useState<Record<string, number>>({});
  const gases = ["oxygen", fuel].filter((gas) => ENDS[gas] !== undefined);
  return gases.map((gas) => {
    const end = ENDS[gas] ?? 1;
    const kpa = read[gas] ?? 0;
    return (
      <div key={gas} className="flex flex-wrap items-center gap-4" data-contents={gas}>
        <div className="w-44 shrink-0">
          <Gauge
            gas="contents"
            pressure={{ low: kpa, set: kpa, high: kpa }}
            system={system}
            scale={end}
            label={`${word(gas)}, contents gauge`}
          />
        </div>
        <label className="flex min-w-64 flex-1 flex-col text-xl">
          {word(gas)}, {RUN.contents}
          <input
            type="range"
            min={0}
            max={end}
            step={end / 80}
            value={kpa}
            aria-valuetext={print(kpa, "pressure", system)}
            onChange={(event) => {
              const next = Number(event.target.value);
              setRead({ ...read, [gas]: next });
              onReading(gas, next);
            }}
            className="bench-range"
          />
          <strong>{read[gas] === undefined ? RUN.notRead : print(kpa, "pressure", system)}</strong>
        </label>
      </div>
    );
  });
}
