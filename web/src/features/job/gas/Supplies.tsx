/** What each gas takes, has and lacks; a touch tells why. */
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { Chain } from "@/cut/TraceSheet";
import { word } from "@/text";
import { useMoney } from "@/ui/currency";
import { GasBadge } from "@/ui/gas-badge";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";

export function Supplies({ plan }: { plan: Schemas["GasPlan"] }) {
  const { system } = usePreferences();
  const money = useMoney();
  const [why, setWhy] = useState<Schemas["GasSupply"] | null>(null);
  return (
    <>
      <ul className="grid gap-2 sm:grid-cols-2 lg:grid-cols-3">
        {plan.gases.map((supply) => (
          <li key={supply.gas} data-supply={supply.gas}>
            <button
              type="button"
              onClick={() => setWhy(supply)}
              className="flex h-full w-full flex-col text-left hover:border-accent rounded-md border border-line bg-sheet p-3 text-sm"
            >
              <span className="flex items-center gap-1.5 font-semibold">
                <GasBadge gas={supply.gas} /> {word(supply.gas)}
              </span>
              <span>
                {print(supply.needed_l, "gas_volume", system)} needed,{" "}
                {print(supply.at_hand_l, "gas_volume", system)} at hand
              </span>
              <span className="text-ink-2">
                up to {print(supply.peak_flow_l_min, "gas_flow", system)}
                {supply.limit_l_min != null &&
                  `; one cylinder gives ${print(supply.limit_l_min, "gas_flow", system)}`}
              </span>
              {supply.bank > 1 && (
                <span className="font-semibold">{supply.bank} stand together on a manifold</span>
              )}
              {supply.shortfall_l > 0 && (
                <span className="font-semibold text-stop">
                  {print(supply.shortfall_l, "gas_volume", system)} short
                </span>
              )}
              <span className="text-ink-2">{money(supply.cost)}</span>
            </button>
          </li>
        ))}
      </ul>
      <Chain trace={why?.trace} onClose={() => setWhy(null)} />
    </>
  );
}
