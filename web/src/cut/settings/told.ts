/** What the settings say beside a number: its band or what it is made of, its cue, what it was before. Pure. */
import type { CutPlan } from "@/api/client";
import { SCREEN, sentence, stays, word } from "@/text";
import { tipFrom } from "@/text/tip";
import { band, clock, type Kind, print, type System } from "@/units";
import { moved, type Row, setOf, stayKey } from "../model";

/** The plan with the fuel before, or one that is held (without a fuel's name). */
export type Before = { fuel: string; plan: CutPlan } | null;
type Pressure = "oxygen_pressure_kpa" | "fuel_pressure_kpa";

/** What a number was before the fuel changed, or why it stays; null where neither is to be said. */
export function movedTold(
  before: Before,
  plan: CutPlan,
  row: { quantity: string; kind: Kind; value: (plan: CutPlan) => number | undefined },
  system: System,
): { text: string; stays: boolean } | null {
  if (before === null) return null;
  const held = before.fuel === "";
  const [was, now] = [row.value(before.plan), row.value(plan)];
  if (was === undefined || now === undefined) return null;
  if (moved(was, now)) {
    const way = `${now > was ? "▲" : "▼"} ${held ? "held" : "was"}`;
    const other = held ? "" : ` with ${word(before.fuel)}`;
    return { text: `${way} ${print(was, row.kind, system)}${other}`, stays: false };
  }
  const reason = stays(stayKey(row.quantity));
  return held || reason === null ? null : { text: reason, stays: true };
}

/** The cue of a quantity: what eye and ear go by. */
export function cueOf(plan: CutPlan, quantity: string, system: System): string | null {
  const cue = plan.cues.find((each) => each.quantity === quantity);
  return cue === undefined ? null : sentence("cues", cue.code, {}, system, cue.text);
}

/** Whether a number is shown to stay while the fuel changed: the reason then takes its cue's place. */
export function staying(before: Before, plan: CutPlan, row: Row): boolean {
  if (before === null || before.fuel === "" || stays(stayKey(row.quantity)) === null) return false;
  return !moved(setOf(row.value(before.plan)), setOf(row.value(plan)));
}

/** What stands beside a number: its band, or what it is made of. */
export function beside(plan: CutPlan, row: Row, system: System): string | null {
  const value = row.value(plan);
  const { count, oxygen_l, fuel_l, time_s } = plan.line_total;
  if (typeof value !== "number") return band(value.low, value.high, row.kind, system);
  if (row.quantity === "time_s") {
    const { preheat, cutting, handling, clean_up = 0 } = plan.time_s;
    const starts = plan.starts === 1 ? "1 start" : `${plan.starts} starts`;
    const all = count > 1 ? `; all ${count}: ${clock(time_s)}` : "";
    const parts = [
      `heat ${clock(preheat)}`,
      `cut ${clock(cutting)}`,
      `handling ${clock(handling)}`,
      ...(clean_up > 0 ? [`cleaning ${clock(clean_up)}`] : []),
    ];
    return `${starts}: ${parts.join(", ")}${all}`;
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

/** Beside a pressure: its band with gas flowing, or why none stands there. */
export function besidePressure(plan: CutPlan, quantity: Pressure, system: System): string {
  const pressure = plan[quantity];
  if (pressure == null) return SCREEN.noSetting;
  if (plan.verdict === "stop") return SCREEN.liftFirst;
  return `${band(pressure.low, pressure.high, "pressure", system)}, ${SCREEN.flowing}`;
}

/** Beside the tip: its face, what it is made for where that is out of the usual, where it lies, whose chart it follows. */
export function besideTip(tip: CutPlan["tip"]): string {
  const kind = tip.kind && tip.kind !== "general" ? word(tip.kind) : null;
  const all = [`${word(tip.face)} face`, kind, ...tipFrom(tip)];
  return all.filter((part) => part !== null).join(", ");
}
