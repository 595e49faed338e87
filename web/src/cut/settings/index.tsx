/** What to set, in the order a hand needs it: number, band, cue; every number opens its chain. */
import type { CutPlan, Schemas } from "@/api/client";
import { QUANTITIES, quantityName, SCREEN, stays } from "@/text";
import { tipName } from "@/text/tip";
import { useCurrency } from "@/ui/currency";
import { Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";
import { ABSENT, nextBurn, ROWS, setOf } from "../model";
import { Cell } from "./Cell";
import { Moved } from "./Moved";
import { PressureCard } from "./PressureCard";
import { type Before, beside, besideTip, cueOf, staying } from "./told";

type Props = {
  plan: CutPlan;
  fuel: string;
  /** The plan with the fuel before, or one that is held (without a fuel's name), to show what moved. */
  before: Before;
  onWhy: (quantity: string) => void;
  gauges: Schemas["Gauges"];
  /** Where the shop's next burn is expected. */
  expected: Schemas["Expected"];
};

export function SettingsTable(props: Props) {
  const { plan, fuel, before, onWhy } = props;
  const { system } = usePreferences();
  const currency = useCurrency();
  const stopped = plan.verdict === "stop";
  const faceChanged =
    before !== null && before.fuel !== "" && before.plan.tip.face !== plan.tip.face;
  return (
    <section aria-label="Settings" className="flex flex-col gap-2">
      {stopped && (
        <p
          className="flex items-center gap-2 text-sm font-semibold text-stop"
          data-not-to-be-set=""
        >
          <Mark level="stop" /> {SCREEN.notToBeSet}
        </p>
      )}
      <div className="grid gap-2 sm:grid-cols-2">
        <PressureCard {...props} quantity="oxygen_pressure_kpa" gas="oxygen" />
        <PressureCard {...props} quantity="fuel_pressure_kpa" gas={fuel} />
      </div>
      <ul className="divide-y divide-line overflow-hidden rounded-md border border-line bg-sheet">
        <li className="flex">
          <Cell
            name={QUANTITIES.tip ?? ""}
            quantity="tip"
            onWhy={onWhy}
            value={stopped ? ABSENT : tipName(plan.tip, system)}
            small={stopped ? null : besideTip(plan.tip)}
            cue={faceChanged || stopped ? null : cueOf(plan, "tip", system)}
          >
            {faceChanged && (
              <span className="text-xs text-accent" data-stays="tip">
                {stays("tip")}
              </span>
            )}
          </Cell>
        </li>
        {ROWS.map((rows) => (
          <li key={rows[0]?.quantity} className="flex flex-col divide-line sm:flex-row sm:divide-x">
            {rows
              .filter((row) => row.quantity !== "cost" || plan.cost)
              .map((row) => (
                <Cell
                  key={row.quantity}
                  name={`${quantityName(row.quantity, plan.layout != null)}${row.quantity === "cost" ? `, ${currency}` : ""}`}
                  quantity={row.quantity}
                  onWhy={onWhy}
                  value={stopped ? ABSENT : print(setOf(row.value(plan)), row.kind, system)}
                  small={stopped ? null : beside(plan, row, system)}
                  next={stopped ? null : nextBurn(props.expected, row, system)}
                  cue={
                    stopped || staying(before, plan, row) ? null : cueOf(plan, row.quantity, system)
                  }
                >
                  <Moved
                    {...{ plan, before, system }}
                    quantity={row.quantity}
                    kind={row.kind}
                    value={(each) => setOf(row.value(each))}
                  />
                </Cell>
              ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
