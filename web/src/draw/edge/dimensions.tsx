/** The measures of the plate's edge: thickness, cones, drag, kerf. */
import type { CutPlan } from "@/api/client";
import { word } from "@/text";
import { print, type System } from "@/units";
import { measuresOf } from "./said";
import { END, torchAt, VIEW } from "./scale";

type DimensionProps = {
  plan: CutPlan;
  s: number;
  top: number;
  bottom: number;
  left: boolean;
  thickness: number;
  system: System;
};

function Label({
  x,
  y,
  children,
  anchor = "start",
}: {
  x: number;
  y: number;
  children: string;
  anchor?: "start" | "middle" | "end";
}) {
  return (
    <text
      x={x}
      y={y}
      fontSize="17"
      fontWeight="600"
      textAnchor={anchor}
      fill="var(--ink)"
      stroke="var(--sheet)"
      strokeWidth="4"
      paintOrder="stroke"
    >
      {children}
    </text>
  );
}

export function Dimensions({ plan, s, top, bottom, left, thickness, system }: DimensionProps) {
  const torch = torchAt(left);
  const back = left ? 1 : -1;
  const gapX = torch + back * 9 * s + back * 10;
  const cone = top - plan.standoff_mm.set * s;
  const drag = torch + plan.drag_mm * s * back;
  const under = Math.min(bottom + 20, VIEW.height - 6);
  const said = measuresOf(plan, system);
  const tick = { stroke: "var(--ink)", strokeWidth: 1.2 };
  return (
    <g>
      <line x1="78" y1={top} x2="78" y2={bottom} {...tick} />
      <line x1="70" y1={top} x2="90" y2={top} {...tick} />
      <line x1="70" y1={bottom} x2="90" y2={bottom} {...tick} />
      <Label x={10} y={Math.max(top - 8, 16)}>
        {print(thickness, "length", system)}
      </Label>
      <line
        x1={torch + back * 3 * s}
        y1={cone}
        x2={gapX}
        y2={cone}
        {...tick}
        strokeDasharray="2 2"
      />
      <Label x={gapX + back * 4} y={cone - 2} anchor={left ? "start" : "end"}>
        {said.cones}
      </Label>
      <line x1={torch} y1={bottom} x2={torch} y2={under} {...tick} strokeDasharray="2 2" />
      <line x1={drag} y1={bottom} x2={drag} y2={under} {...tick} />
      <Label x={drag + back * 16} y={under + 2} anchor={left ? "start" : "end"}>
        {said.drag}
      </Label>
      <Label x={END.middle} y={under + 2} anchor="middle">
        {said.kerf}
      </Label>
      <title>{word(plan.direction)}</title>
    </g>
  );
}
