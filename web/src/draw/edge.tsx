/** The plate edge to scale: tip, cones, standoff, kerf and drag, from the side and from the end. */
import { useRef, useState } from "react";
import type { CutPlan } from "@/api/client";
import { SCREEN, word } from "@/text";
import { gasColour } from "@/ui/gas-badge";
import { print, type System } from "@/units";

type Props = {
  plan: CutPlan;
  thickness: number;
  bevel: number;
  fuel: string;
  system: System;
  /** While dragging (done false) and when let go (done true). */
  onThickness?: ((mm: number, done: boolean) => void) | undefined;
};

const VIEW = { width: 640, height: 400 };
const SIDE = { left: 96, right: 440 };
const END = { left: 478, right: 626, middle: 552 };
const TIP_BODY = 26; // mm of tip drawn above the plate
const BELOW = 24; // mm of sparks drawn below it
const LIMITS = { low: 3, high: 300 }; // mm, as the server says

/** Pixels a millimetre, so that the whole cut fits. `scaleFor(20, 6)` is about 4.7. */
export function scaleFor(thickness: number, tipToPlate: number): number {
  return Math.min(6, (VIEW.height - 24) / (TIP_BODY + tipToPlate + thickness + BELOW));
}

/** The next thickness a hand would try: a sixteenth of an inch, or a millimetre. */
function snapped(mm: number, system: System): number {
  const step = system === "inch" ? 25.4 / 16 : 1;
  return Math.min(LIMITS.high, Math.max(LIMITS.low, Math.round(mm / step) * step));
}

export function EdgeDrawing({ plan, thickness, bevel, fuel, system, onThickness }: Props) {
  const [held, setHeld] = useState<number | null>(null); // the scale while dragging
  const svg = useRef<SVGSVGElement>(null);
  const gap = plan.tip_to_plate_mm.set;
  const s = held ?? scaleFor(thickness, gap);
  const top = 12 + (TIP_BODY + gap) * s;
  const bottom = top + thickness * s;
  const left = plan.direction === "right_to_left";
  const describe =
    `${print(thickness, "length", system)} plate. ${plan.tip.mark ? `${plan.tip.mark}, ` : ""}${plan.tip.bore_mm} mm tip, cones ${print(plan.standoff_mm.set, "gap", system)} off the plate, ` +
    `kerf ${print(plan.kerf_mm, "bore", system)}, bottom of the cut ${print(plan.drag_mm, "bore", system)} behind the top.`;

  function dragTo(clientY: number, done: boolean) {
    const box = svg.current?.getBoundingClientRect();
    if (box === undefined || onThickness === undefined) return;
    const y = ((clientY - box.top) / box.height) * VIEW.height;
    onThickness(snapped((y - top) / s, system), done);
  }

  return (
    // biome-ignore lint/a11y/useSemanticElements: an SVG with a handle in it; a fieldset cannot draw
    <svg
      ref={svg}
      viewBox={`0 0 ${VIEW.width} ${VIEW.height}`}
      className="block h-full max-h-full w-full"
      role="group"
      aria-label={`Cut drawn to scale. ${describe}`}
    >
      <SideView {...{ plan, s, top, bottom, fuel, left }} />
      <EndView {...{ plan, s, top, bottom, fuel, bevel }} />
      <Dimensions {...{ plan, s, top, bottom, left, thickness, system }} />
      {onThickness && (
        <g
          role="slider"
          tabIndex={0}
          aria-label={SCREEN.thicknessDrag}
          aria-orientation="vertical"
          aria-valuemin={LIMITS.low}
          aria-valuemax={LIMITS.high}
          aria-valuenow={Math.round(thickness * 100) / 100}
          aria-valuetext={print(thickness, "length", system)}
          className="cursor-ns-resize"
          style={{ touchAction: "none" }}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            setHeld(s);
          }}
          onPointerMove={(event) => held !== null && dragTo(event.clientY, false)}
          onPointerUp={(event) => {
            setHeld(null);
            dragTo(event.clientY, true);
          }}
          onKeyDown={(event) => {
            const steps: Record<string, number> = {
              ArrowDown: 1,
              ArrowRight: 1,
              ArrowUp: -1,
              ArrowLeft: -1,
              PageDown: 4,
              PageUp: -4,
            };
            const by = steps[event.key];
            if (by === undefined) return;
            event.preventDefault();
            const step = system === "inch" ? 25.4 / 16 : 1;
            onThickness(snapped(thickness + by * step, system), true);
          }}
        >
          <rect
            x={SIDE.left}
            y={bottom - 9}
            width={SIDE.right - SIDE.left}
            height="18"
            fill="transparent"
          />
          <rect x="14" y={bottom - 9} width="44" height="18" rx="9" fill="var(--accent)" />
          <path
            d={`M30 ${bottom - 2} l6 -5 l6 5 M30 ${bottom + 2} l6 5 l6 -5`}
            fill="none"
            stroke="var(--accent-ink)"
            strokeWidth="2"
          />
        </g>
      )}
    </svg>
  );
}

type Part = { plan: CutPlan; s: number; top: number; bottom: number; fuel: string };

/** The tip with its cones and the jet, its axis at x = 0, the plate's face at y = 0. */
function Tip({ plan, s, fuel }: { plan: CutPlan; s: number; fuel: string }) {
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

function SideView({ plan, s, top, bottom, fuel, left }: Part & { left: boolean }) {
  const width = SIDE.right - SIDE.left;
  const torch = SIDE.left + width * (left ? 0.42 : 0.58);
  const back = left ? 1 : -1;
  const drag = plan.drag_mm * s * back;
  const end = left ? SIDE.right : SIDE.left;
  const depth = bottom - top;
  const curve = (x: number) => `${x} ${top} Q${x} ${top + depth * 0.55} ${x + drag} ${bottom}`;
  const spacing = Math.max(2.2 * s, 7);
  const lines = Array.from(
    { length: Math.floor(Math.abs(end - torch) / spacing) },
    (_, i) => torch + back * (i + 1) * spacing,
  );
  return (
    <g>
      <clipPath id="plate-side">
        <rect x={SIDE.left} y={top} width={width} height={depth} />
      </clipPath>
      <rect x={SIDE.left} y={top} width={width} height={depth} fill="var(--steel)" />
      <g clipPath="url(#plate-side)">
        <path d={`M${curve(torch)} H${end + drag} V${top} Z`} fill="var(--face)" />
        {lines.map((x) => (
          <path key={x} d={`M${curve(x)}`} fill="none" stroke="var(--steel-2)" strokeWidth="1.5" />
        ))}
        <path
          d={`M${curve(torch + back * 4)}`}
          fill="none"
          stroke="var(--heat-cherry)"
          strokeWidth="9"
          opacity="0.7"
        />
        <path d={`M${curve(torch)}`} fill="none" stroke="var(--heat-orange)" strokeWidth="5" />
      </g>
      <rect
        x={SIDE.left}
        y={top}
        width={width}
        height={depth}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <g transform={`translate(${torch} ${top})`}>
        <Tip plan={plan} s={s} fuel={fuel} />
      </g>
      {[-7, -3, 0, 3, 8].map((lean, i) => (
        <line
          key={lean}
          x1={torch + drag + lean * 0.3}
          y1={bottom + 2}
          x2={torch + drag + lean + back * 3}
          y2={Math.min(bottom + (12 + ((i * 7) % 5) * 2.4) * Math.max(s, 1.6), VIEW.height)}
          stroke="var(--heat-orange)"
          strokeWidth="2"
          strokeDasharray="5 4"
          strokeLinecap="round"
        />
      ))}
      <Direction x={left ? SIDE.left + 8 : SIDE.right - 8} y={Math.max(top - 14, 20)} left={left} />
    </g>
  );
}

function Direction({ x, y, left }: { x: number; y: number; left: boolean }) {
  const to = left ? -1 : 1;
  return (
    <path
      d={`M${x - to * 56} ${y} h${to * 50} m${to * -9} -6 l${to * 9} 6 l${to * -9} 6`}
      fill="none"
      stroke="var(--accent)"
      strokeWidth="3"
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  );
}

function EndView({ plan, s, top, bottom, fuel, bevel }: Part & { bevel: number }) {
  const depth = bottom - top;
  const lean = Math.tan((bevel * Math.PI) / 180) * depth;
  const half = Math.max((plan.kerf_mm * s) / 2, 1.2) / Math.cos((bevel * Math.PI) / 180);
  // a bevel leans out to the left: move the kerf over so that both ends of it show
  const middle = Math.min(END.right - 24, END.middle + lean / 2);
  return (
    <g>
      <clipPath id="plate-end">
        <rect x={END.left} y={top} width={END.right - END.left} height={depth} />
      </clipPath>
      <g clipPath="url(#plate-end)">
        <path
          d={`M${END.left} ${top} H${middle - half} L${middle - half - lean} ${bottom} H${END.left - lean - 1} Z`}
          fill="var(--steel)"
        />
        <path
          d={`M${END.right + lean} ${top} H${middle + half} L${middle + half - lean} ${bottom} H${END.right + lean} Z`}
          fill="var(--steel)"
        />
      </g>
      <path
        d={`M${END.left} ${top} H${middle - half} L${middle - half - lean} ${bottom} H${Math.min(END.left, middle - half - lean)}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.5"
        clipPath="url(#plate-end)"
      />
      <path
        d={`M${END.right} ${top} H${middle + half} L${middle + half - lean} ${bottom} H${END.right}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.5"
        clipPath="url(#plate-end)"
      />
      <path
        d={`M${middle - half} ${top} H${middle + half} L${middle + half - lean} ${bottom} H${middle - half - lean} Z`}
        fill="var(--heat-orange)"
        opacity="0.75"
        clipPath="url(#plate-end)"
      />
      <g transform={`translate(${middle} ${top}) rotate(${bevel})`}>
        <Tip plan={plan} s={s} fuel={fuel} />
      </g>
    </g>
  );
}

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

function Dimensions({ plan, s, top, bottom, left, thickness, system }: DimensionProps) {
  const torch = SIDE.left + (SIDE.right - SIDE.left) * (left ? 0.42 : 0.58);
  const back = left ? 1 : -1;
  const gapX = torch + back * 9 * s + back * 10;
  const cone = top - plan.standoff_mm.set * s;
  const drag = torch + plan.drag_mm * s * back;
  const under = Math.min(bottom + 20, VIEW.height - 6);
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
      <Label
        x={gapX + back * 4}
        y={cone - 2}
        anchor={left ? "start" : "end"}
      >{`cones ${print(plan.standoff_mm.set, "gap", system)}`}</Label>
      <line x1={torch} y1={bottom} x2={torch} y2={under} {...tick} strokeDasharray="2 2" />
      <line x1={drag} y1={bottom} x2={drag} y2={under} {...tick} />
      <Label
        x={drag + back * 16}
        y={under + 2}
        anchor={left ? "start" : "end"}
      >{`drag ${print(plan.drag_mm, "bore", system)}`}</Label>
      <Label
        x={END.middle}
        y={under + 2}
        anchor="middle"
      >{`kerf ${print(plan.kerf_mm, "bore", system)}`}</Label>
      <title>{word(plan.direction)}</title>
    </g>
  );
}
