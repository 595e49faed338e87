/** What to set, in the order a hand needs it: number, band, cue; every number opens its chain. */

import type { ReactNode } from "react";
import type { CutPlan, Schemas } from "@/api/client";
import { Gauge } from "@/draw/gauge";
import { QUANTITIES, quantityName, SCREEN, sentence, stays, word } from "@/text";
import { tipFrom, tipName } from "@/text/tip";
import { useCurrency } from "@/ui/currency";
import { GasBadge } from "@/ui/gas-badge";
import { ceilingOf, useLimits } from "@/ui/limits";
import { Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { band, clock, type Kind, print, type System, setting } from "@/units";
import { moved, nextBurn, ROWS, type Row, setOf, stayKey } from "./model";

type Props = {
  plan: CutPlan;
  fuel: string;
  /** The plan with the fuel before, or one that is held (without a fuel's name), to show what moved. */
  before: { fuel: string; plan: CutPlan } | null;
  onWhy: (quantity: string) => void;
  gauges: Schemas["Gauges"];
  /** Where the shop's next burn is expected. */
  expected: Schemas["Expected"];
};

/** What a number was before the fuel changed, or why it stays. */
function Moved({
  plan,
  before,
  quantity,
  value,
  kind,
  system,
}: {
  plan: CutPlan;
  before: Props["before"];
  quantity: string;
  value: (plan: CutPlan) => number | undefined;
  kind: Kind;
  system: System;
}) {
  if (before === null) return null;
  const held = before.fuel === "";
  const [was, now] = [value(before.plan), value(plan)];
  if (was === undefined || now === undefined) return null;
  if (moved(was, now)) {
    return (
      <span className="text-xs text-ink-2" data-was={quantity}>
        {now > was ? "▲" : "▼"} {held ? "held" : "was"} {print(was, kind, system)}
        {!held && ` with ${word(before.fuel)}`}
      </span>
    );
  }
  const reason = stays(stayKey(quantity));
  if (held || reason === null) return null;
  return (
    <span className="text-xs text-accent" data-stays={quantity}>
      {reason}
    </span>
  );
}

function cueOf(plan: CutPlan, quantity: string, system: System): string | null {
  const cue = plan.cues.find((each) => each.quantity === quantity);
  return cue === undefined ? null : sentence("cues", cue.code, {}, system, cue.text);
}

function PressureCard({
  plan,
  before,
  quantity,
  gas,
  onWhy,
  gauges,
}: Props & { quantity: "oxygen_pressure_kpa" | "fuel_pressure_kpa"; gas: string }) {
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
        <span className="text-xs text-ink-2">
          {pressure
            ? `${band(pressure.low, pressure.high, "pressure", system)}, ${SCREEN.flowing}`
            : plan[quantity] == null
              ? SCREEN.noSetting
              : SCREEN.liftFirst}
        </span>
        <Moved
          {...{ plan, before, quantity, system }}
          kind="pressure"
          value={(each) => each[quantity]?.set}
        />
      </span>
    </button>
  );
}

/** Whether a number is shown to stay while the fuel changed: the reason then takes its cue's place. */
function staying(before: Props["before"], plan: CutPlan, row: Row): boolean {
  if (before === null || before.fuel === "" || stays(stayKey(row.quantity)) === null) return false;
  return !moved(setOf(row.value(before.plan)), setOf(row.value(plan)));
}

/** What stands beside a number: its band, or what it is made of. */
function beside(plan: CutPlan, row: Row, system: System): string | null {
  const value = row.value(plan);
  const { count, oxygen_l, fuel_l, time_s } = plan.line_total;
  if (typeof value !== "number") return band(value.low, value.high, row.kind, system);
  if (row.quantity === "time_s") {
    const { preheat, cutting, handling } = plan.time_s;
    const starts = plan.starts === 1 ? "1 start" : `${plan.starts} starts`;
    const all = count > 1 ? `; all ${count}: ${clock(time_s)}` : "";
    return `${starts}: heat ${clock(preheat)}, cut ${clock(cutting)}, handling ${clock(handling)}${all}`;
  }
  if (row.quantity === "cost") {
    const { cost } = plan.line_total;
    return count > 1 && cost != null ? `all ${count}: ${print(cost, "money", system)}` : null;
  }
  if (count > 1 && row.quantity === "oxygen_l")
    return `all ${count}: ${print(oxygen_l, "gas_volume", system)}`;
  if (count > 1 && row.quantity === "fuel_l")
    return `all ${count}: ${print(fuel_l, "gas_volume", system)}`;
  return null;
}

/** In place of a number that must not be set. */
const ABSENT = "—";

type CellProps = {
  name: string;
  quantity: string;
  onWhy: Props["onWhy"];
  value: string;
  small: string | null;
  cue: string | null;
  /** Where the shop's next burn is expected: beside the handbook's band, never in its place. */
  next?: string | null;
  children?: ReactNode;
};

/** One number: all of it is the button that opens its chain. */
function Cell({ name, quantity, onWhy, value, small, cue, next, children }: CellProps) {
  return (
    <button
      type="button"
      data-quantity={quantity}
      onClick={() => onWhy(quantity)}
      className="flex min-w-0 flex-1 flex-col px-3 py-1.5 text-left hover:bg-accent-soft"
    >
      <span className="flex flex-wrap items-baseline gap-x-2">
        <span className="text-sm text-ink-2">{name}</span>
        <strong className="text-base font-semibold" data-value="">
          {value}
        </strong>
        {small !== null && <span className="text-xs text-ink-2">{small}</span>}
        {children}
      </span>
      {next && (
        <span className="text-xs text-accent" data-next-burn={quantity}>
          {next}
        </span>
      )}
      {cue !== null && <span className="text-xs text-ink-2">{cue}</span>}
    </button>
  );
}

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
            small={
              stopped
                ? null
                : [
                    `${word(plan.tip.face)} face`,
                    plan.tip.kind && plan.tip.kind !== "general" ? word(plan.tip.kind) : null,
                    ...tipFrom(plan.tip),
                  ]
                    .filter((part) => part !== null)
                    .join(", ")
            }
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
