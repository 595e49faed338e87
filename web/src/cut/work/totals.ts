/** What a work takes in all. Pure. */
import type { CutPlan, Schemas } from "@/api/client";
import { WORK } from "@/text/work";
import { clock, print, type System } from "@/units";

/** Each piece and all of them, gas, and what the carriage's dial stands at; nothing of work that is stopped. */
export function workTotals(
  plan: Pick<CutPlan, "verdict" | "line_total" | "time_s">,
  { dial_for_pace }: Pick<Schemas["WorkReply"], "dial_for_pace">,
  system: System,
): string[] {
  if (plan.verdict === "stop") return [];
  const { count, time_s, oxygen_l, fuel_l } = plan.line_total;
  const volume = (litres: number) => print(litres, "gas_volume", system);
  return [
    `${WORK.each} ${clock(plan.time_s.total)}`,
    ...(count > 1 ? [`${WORK.all} ${count}: ${clock(time_s)}`] : []),
    `${volume(oxygen_l)} oxygen`,
    `${volume(fuel_l)} fuel`,
    ...(dial_for_pace == null ? [] : [`${WORK.dialSays} ${dial_for_pace.toFixed(1)}`]),
  ];
}
