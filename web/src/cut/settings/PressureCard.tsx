/** A gas's pressure on its gauge; all of it is the button that opens its chain. */
import type { CutPlan, Schemas } from "@/api/client";
import { Gauge } from "@/draw/gauge";
import { word } from "@/text";
import { GasBadge } from "@/ui/gas-badge";
import { ceilingOf, useLimits } from "@/ui/limits";
import { usePreferences } from "@/ui/preferences";
import { setting } from "@/units";
import { Moved } from "./Moved";
import { type Before, besidePressure } from "./told";

type Props = {
  plan: CutPlan;
  before: Before;
  quantity: "oxygen_pressure_kpa" | "fuel_pressure_kpa";
  gas: string;
  onWhy: (quantity: string) => void;
  gauges: Schemas["Gauges"];
};

export function PressureCard({ plan, before, quantity, gas, onWhy, gauges }: Props) {
  const { system } = usePreferences();
  const limits = useLimits();
  // what must not be set is absent, not crossed out
  const pressure = plan.verdict === "stop" ? null : plan[quantity];
  return (
    <button
      type="button"
      data-quantity={quantity}
      onClick={() => onWhy(quantity)}
      className="flex min-w-0 items-center gap-2 rounded-md border border-line bg-sheet p-2 text-left hover:border-accent"
    >
      <span className="w-24 shrink-0">
        <Gauge
          gas={gas}
          pressure={pressure}
          system={system}
          usual={limits?.usual_gauges ?? []}
          label={`${word(gas)} delivery gauge`}
          scale={quantity === "oxygen_pressure_kpa" ? gauges.oxygen_kpa : gauges.fuel_kpa}
          ceiling={ceilingOf(gas, limits)}
        />
      </span>
      <span className="flex min-w-0 flex-col">
        <span className="flex items-center gap-1 text-sm text-ink-2">
          <GasBadge gas={gas} />
          {word(gas)}
        </span>
        <span className="text-xl font-semibold leading-tight" data-value="">
          {setting(pressure, system)}
        </span>
        <span className="text-xs text-ink-2">{besidePressure(plan, quantity, system)}</span>
        <Moved
          {...{ plan, before, quantity, system }}
          kind="pressure"
          value={(each) => each[quantity]?.set}
        />
      </span>
    </button>
  );
}
