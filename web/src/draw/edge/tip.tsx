/** The tip with its cones and the jet, as the drawing of a plate's edge has it. */
import { gasColour } from "@/ui/gas-badge";
import { type Part, TIP_BODY } from "./scale";

/** The tip with its cones and the jet, its axis at x = 0, the plate's face at y = 0. */
export function Tip({ plan, s, fuel }: Pick<Part, "plan" | "s" | "fuel">) {
  const face = -plan.tip_to_plate_mm.set * s;
  const cone = (plan.tip_to_plate_mm.set - plan.standoff_mm.set) * s;
  const [rim, body, bore] = [4.5 * s, 7 * s, Math.max(plan.tip.bore_mm * s, 1.5)];
  const recess = plan.tip.face === "recessed" ? 1.5 * s : 0;
  return (
    <g>
      <path
        d={`M${-body} ${face - TIP_BODY * s} H${body} V${face - 9 * s} L${rim} ${face} ${recess > 0 ? `L${rim - s} ${face} L${rim - s} ${face - recess} H${-rim + s} V${face} ` : ""}H${-rim} L${-body} ${face - 9 * s} Z`}
        fill="var(--steel-2)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <rect
        x={-bore / 2}
        y={face - TIP_BODY * s}
        width={bore}
        height={TIP_BODY * s - recess}
        fill="var(--sheet)"
      />
      {[-1, 1].map((side) => (
        <path
          key={side}
          d={`M${side * 2.6 * s - 0.9 * s} ${face - recess} L${side * 2.1 * s} ${face + cone} L${side * 2.6 * s + 0.9 * s} ${face - recess} Z`}
          fill={gasColour(fuel)}
          opacity="0.85"
        />
      ))}
      <rect
        x={-bore / 2}
        y={face - recess}
        width={bore}
        height={-face + recess}
        fill="var(--gas-oxygen)"
        opacity="0.55"
      />
    </g>
  );
}
