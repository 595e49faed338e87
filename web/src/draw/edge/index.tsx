/** The plate edge to scale: tip, cones, standoff, kerf and drag, from the side and from the end. */
import { useRef, useState } from "react";
import type { CutPlan, Schemas } from "@/api/client";
import { SCREEN } from "@/text";
import { print, type System } from "@/units";
import { Dimensions } from "./dimensions";
import { EndView } from "./end-view";
import { describedAs } from "./said";
import { SIDE, scaleFor, snapped, stepped, TIP_BODY, VIEW } from "./scale";
import { SideView } from "./side-view";

type Props = {
  plan: CutPlan;
  thickness: number;
  bevel: number;
  fuel: string;
  system: System;
  /** What may be planned; without it nothing is dragged. */
  limits?: Schemas["LimitsWire"] | null;
  /** While dragging (done false) and when let go (done true). */
  onThickness?: ((mm: number, done: boolean) => void) | undefined;
};

export function EdgeDrawing(props: Props) {
  const { plan, thickness, bevel, fuel, system, onThickness, limits = null } = props;
  const [held, setHeld] = useState<number | null>(null); // the scale while dragging
  const svg = useRef<SVGSVGElement>(null);
  const gap = plan.tip_to_plate_mm.set;
  const s = held ?? scaleFor(thickness, gap);
  const top = 12 + (TIP_BODY + gap) * s;
  const bottom = top + thickness * s;
  const left = plan.direction === "right_to_left";
  const describe = describedAs(plan, { thickness, system });

  function dragTo(clientY: number, done: boolean) {
    const box = svg.current?.getBoundingClientRect();
    if (box === undefined || onThickness === undefined || limits === null) return;
    const y = ((clientY - box.top) / box.height) * VIEW.height;
    onThickness(snapped((y - top) / s, system, limits), done);
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
      {onThickness && limits !== null && (
        <g
          role="slider"
          tabIndex={0}
          aria-label={SCREEN.thicknessDrag}
          aria-orientation="vertical"
          aria-valuemin={limits.thinnest_mm}
          aria-valuemax={limits.thickest_mm}
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
            const next = stepped(event.key, thickness, system, limits);
            if (next === null) return;
            event.preventDefault();
            onThickness(next, true);
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
