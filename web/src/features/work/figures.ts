/** What a work is set to and what it takes, in one line. Pure. */
import type { Schemas } from "@/api/client";
import { tipName } from "@/text/tip";
import { WORK } from "@/text/work";
import { clock, print, type System } from "@/units";

type Plan = Schemas["WorkReply"];

/** Tip, pressures, dial, time and gas; nothing of work that is stopped: a number that stands there is set. */
export function figuresOf(plan: Plan, system: System): string[] {
  if (plan.verdict === "stop") return [];
  const set = plan.stages.find((stage) => stage.settings.oxygen_pressure)?.settings;
  const pressure = (gas: "oxygen" | "fuel") => {
    const found = set?.[`${gas}_pressure`]?.numbers[0];
    return found === undefined ? [] : [`${gas} ${print(found, "pressure", system)}`];
  };
  const dial = plan.dial_for_pace;
  return [
    plan.tip ? tipName(plan.tip, system) : WORK.noTip,
    ...pressure("oxygen"),
    ...pressure("fuel"),
    ...(dial == null ? [] : [`${WORK.dialSays} ${dial.toFixed(1)}`]),
    `${WORK.whole} ${clock(plan.time_s)}`,
    `${print(plan.oxygen_l, "gas_volume", system)} oxygen`,
    `${print(plan.fuel_l, "gas_volume", system)} fuel`,
  ];
}
