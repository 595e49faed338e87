/** The order in which to open what the job needs. */
import type { Schemas } from "@/api/client";
import { GasBadge } from "@/ui/gas-badge";
import { usePreferences } from "@/ui/preferences";
import { clock, print } from "@/units";
import { swapsOf } from "./told";

export function Swaps({ plan }: { plan: Schemas["GasPlan"] }) {
  const { system } = usePreferences();
  const swaps = swapsOf(plan);
  if (swaps.length === 0)
    return <p className="text-sm text-ink-2">No cylinder is swapped on this job.</p>;
  return (
    <ol className="flex flex-col gap-1 text-sm" data-swaps="">
      {swaps.map(({ supply, span }) => (
        <li key={span.cylinders.join()} className="flex items-start gap-2">
          <GasBadge gas={supply.gas} />
          <span>
            after <strong>{clock(span.from_s)}</strong>, in cut {span.first_line + 1}: to{" "}
            <strong>{span.labels.join(" and ")}</strong> (
            {print(span.start_l, "gas_volume", system)})
          </span>
        </li>
      ))}
    </ol>
  );
}
