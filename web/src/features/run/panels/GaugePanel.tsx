/** The needle as it should stand on the shop's own gauge, gas flowing, and as it does: dragged there, it is judged. */
import { type ComponentProps, useState } from "react";
import { Gauge } from "@/draw/gauge";
import { word } from "@/text";
import { RUN } from "@/text/run";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";
import { judged } from "../model";

const LOOKS = {
  right: "text-accent",
  low: "text-caution",
  high: "text-caution",
  over_the_ceiling: "text-stop",
} as const;

type Props = {
  gas: string;
  pressure: { low: number; set: number; high: number };
  scale: number | null | undefined;
  face?: ComponentProps<typeof Gauge>["face"];
  usual: ComponentProps<typeof Gauge>["usual"];
  /** What the fuel never goes above, kPa. */
  ceiling: number | null | undefined;
  onReading: (kpa: number) => void;
};

export function GaugePanel({ gas, pressure, scale, face, usual, ceiling, onReading }: Props) {
  const { system } = usePreferences();
  const [reading, setReading] = useState<number | null>(null);
  const most = scale ?? pressure.high * 1.8;
  const limit = gas === "oxygen" ? null : (ceiling ?? null);
  const verdict = reading === null ? null : judged(reading, pressure, limit);
  return (
    <div className="flex flex-wrap items-center justify-center gap-x-6 gap-y-2" data-gauge={gas}>
      <div className="w-[min(70vw,300px)]">
        <Gauge
          gas={gas}
          pressure={reading === null ? pressure : { ...pressure, set: reading }}
          system={system}
          usual={usual}
          scale={scale}
          face={face}
          ceiling={limit}
          label={`${word(gas)}, delivery gauge`}
        />
      </div>
      <div className="flex min-w-64 flex-1 flex-col gap-2">
        <p className="text-2xl leading-tight font-bold">
          {print(pressure.set, "pressure", system)} <span className="text-xl">{RUN.flowing}</span>
        </p>
        <p className="text-xl">
          {RUN.between} {print(pressure.low, "pressure", system)} {RUN.and}{" "}
          {print(pressure.high, "pressure", system)}
        </p>
        <label className="flex flex-col text-xl">
          {RUN.needleAt}
          <input
            type="range"
            min={0}
            max={most}
            step={most / 100}
            value={reading ?? pressure.set}
            aria-valuetext={print(reading ?? pressure.set, "pressure", system)}
            onChange={(event) => {
              const next = Number(event.target.value);
              setReading(next);
              onReading(next);
            }}
            className="bench-range"
          />
        </label>
        <p
          className={`text-xl font-bold ${verdict ? LOOKS[verdict] : ""}`}
          role="status"
          data-judged={verdict ?? ""}
        >
          {verdict === null
            ? RUN.dragIt
            : `${print(reading ?? 0, "pressure", system)}: ${RUN[verdict]}`}
        </p>
      </div>
    </div>
  );
}
