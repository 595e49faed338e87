/** What stands at the measures of a drawn edge; of a cut that is stopped their names alone: a number that stands there is set. Pure. */
import type { CutPlan } from "@/api/client";
import { print, type System } from "@/units";

type Drawn = Pick<CutPlan, "verdict" | "standoff_mm" | "drag_mm" | "kerf_mm">;

export function measuresOf(plan: Drawn, system: System) {
  if (plan.verdict === "stop") return { cones: "cones", drag: "drag", kerf: "kerf" };
  return {
    cones: `cones ${print(plan.standoff_mm.set, "gap", system)}`,
    drag: `drag ${print(plan.drag_mm, "bore", system)}`,
    kerf: `kerf ${print(plan.kerf_mm, "bore", system)}`,
  };
}

/** The drawing in words, for whoever does not see it. */
export function describedAs(
  plan: Drawn & Pick<CutPlan, "tip">,
  { thickness, system }: { thickness: number; system: System },
): string {
  const plate = `${print(thickness, "length", system)} plate.`;
  if (plan.verdict === "stop") return plate;
  const mark = plan.tip.mark ? `${plan.tip.mark}, ` : "";
  const { cones, kerf } = measuresOf(plan, system);
  const behind = print(plan.drag_mm, "bore", system);
  return `${plate} ${mark}${plan.tip.bore_mm} mm tip, ${cones} off the plate, ${kerf}, bottom of the cut ${behind} behind the top.`;
}
