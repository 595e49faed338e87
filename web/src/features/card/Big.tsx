/** What a card says large: a setting with its band, and a pressure beside its gauge. */
import type { CutPlan } from "@/api/client";
import { Gauge } from "@/draw/gauge";
import { SCREEN, word } from "@/text";
import { ceilingOf, useLimits } from "@/ui/limits";
import { band, type System, setting } from "@/units";

export function Big({
  name,
  value,
  small,
  cue,
}: {
  name: string;
  value: string;
  small?: string;
  cue?: string | undefined;
}) {
  return (
    <div className="border-t-2 border-ink pt-1">
      <p className="text-sm">{name}</p>
      <p className="text-xl font-bold leading-none" data-value="">
        {value}
      </p>
      {small && <p className="text-sm">{small}</p>}
      {cue && <p className="text-xs leading-tight">{cue}</p>}
    </div>
  );
}

export function PressureBlock({
  gas,
  pressure,
  system,
}: {
  gas: string;
  pressure: CutPlan["oxygen_pressure_kpa"];
  system: System;
}) {
  const limits = useLimits();
  return (
    <div className="flex items-center gap-2 border-t-2 border-ink pt-1">
      <span className="w-20 shrink-0 sm:w-24">
        <Gauge
          gas={gas}
          pressure={pressure}
          system={system}
          usual={limits?.usual_gauges ?? []}
          label={`${word(gas)} gauge`}
          ceiling={ceilingOf(gas, limits)}
        />
      </span>
      <div>
        <p className="text-sm">{word(gas)}</p>
        <p className="text-xl font-bold leading-none" data-value="">
          {setting(pressure, system)}
        </p>
        <p className="text-xs leading-tight">
          {pressure
            ? `${band(pressure.low, pressure.high, "pressure", system)}, ${SCREEN.flowing}`
            : SCREEN.noSetting}
        </p>
      </div>
    </div>
  );
}
