/** What a cut of a shape takes in all; each figure tells why. */
import type { CutPlan } from "@/api/client";
import { useMoney } from "@/ui/currency";
import { usePreferences } from "@/ui/preferences";
import { totalsOf } from "./figures";

type Props = { plan: CutPlan; fuel: string; onWhy: (quantity: string) => void };

export function Totals({ plan, fuel, onWhy }: Props) {
  const { system } = usePreferences();
  const money = useMoney();
  return (
    <div className="grid grid-cols-2 gap-1.5 sm:grid-cols-4">
      {totalsOf(plan, fuel, { system, money }).map(({ quantity, name, value }) => (
        <button
          key={quantity}
          type="button"
          onClick={() => onWhy(quantity)}
          className="rounded-md border border-line bg-sheet px-2 py-1 text-left hover:border-accent"
          data-total={quantity}
        >
          <span className="block text-xs text-ink-2">{name}</span>
          <strong className="text-base">{value}</strong>
        </button>
      ))}
    </div>
  );
}
