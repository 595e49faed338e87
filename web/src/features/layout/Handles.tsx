/** What of a shape is dragged: its upper right corner, and the centres of its holes. By keys, a step at a time. */
import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import type { Schemas } from "@/api/client";
import { snapped } from "@/draw/layout/view";
import { LAYOUT, MEASURES } from "@/text/layout";
import { usePreferences } from "@/ui/preferences";
import { lengthsOf } from "@/units";
import type { Asked, Hole } from "./model";
import { stopsOf } from "./stops";

type Place = { x: number; y: number };

type Props = {
  asked: Asked;
  u: number;
  place: (event: PointerEvent<Element>) => Place;
  /** The box of the part as it lies. */
  box: { left: number; bottom: number; right: number; top: number };
  onMeasures: (measures: Record<string, number>) => void;
  onHole: (index: number, hole: Hole) => void;
  /** The path that is looked at: where it is met can be moved. */
  picked: Schemas["PathWire"] | undefined;
  onStart: (to: Place) => void;
  onStop: (index: number, to: Place) => void;
};

type HandleProps = {
  at: Place;
  label: string;
  u: number;
  onDrag: (to: Place) => void;
  place: Props["place"];
  step: number;
};

function Handle({ at, label, u, onDrag, place, step }: HandleProps) {
  const held = useRef(false);
  const r = 6 * u;
  const keys = (event: KeyboardEvent) => {
    const by = event.shiftKey ? 10 * step : step;
    const ways: Record<string, Place> = {
      ArrowLeft: { x: -by, y: 0 },
      ArrowRight: { x: by, y: 0 },
      ArrowUp: { x: 0, y: by },
      ArrowDown: { x: 0, y: -by },
    };
    const way = ways[event.key];
    if (way === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    onDrag({ x: at.x + way.x, y: at.y + way.y });
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in a drawing
    <g
      tabIndex={0}
      role="button"
      aria-label={label}
      className="cursor-grab outline-none focus-visible:[&>rect]:stroke-[var(--accent)]"
      data-handle={label}
      onKeyDown={keys}
      onPointerDown={(event) => {
        event.stopPropagation();
        held.current = true;
        (event.currentTarget as Element).setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        if (held.current) onDrag(place(event));
      }}
      onPointerUp={() => {
        held.current = false;
      }}
    >
      <circle cx={at.x} cy={-at.y} r={3.4 * r} fill="transparent" />
      <rect
        x={at.x - r}
        y={-at.y - r}
        width={2 * r}
        height={2 * r}
        transform={`rotate(45 ${at.x} ${-at.y})`}
        fill="var(--sheet)"
        stroke="var(--accent)"
        strokeWidth={2.5 * u}
      />
    </g>
  );
}

/** A hole is taken by its rim, below right: in its middle stands the start. */
const rim = (hole: Hole) => (hole.diameter_mm / 2) * Math.SQRT1_2;

/** Nothing is dragged smaller than this, mm; typed it may be. */
const LEAST = 5;

export function Handles(props: Props) {
  const { asked, u, place, box, onMeasures, onHole, picked, onStart, onStop } = props;
  const { system } = usePreferences();
  const step = lengthsOf(system) === "inch" ? 25.4 / 16 : 1;
  const size = (mm: number) => Math.max(snapped(mm, step), LEAST);
  const { measures } = asked;
  const shaped = asked.file === null && asked.fixed === null;
  const wide = shaped && measures.width_mm !== undefined;
  const across = shaped && measures.diameter_mm !== undefined;
  return (
    <>
      {wide && (
        <Handle
          at={{ x: box.right, y: box.top }}
          label={`${MEASURES.width_mm}, ${MEASURES.height_mm}`}
          u={u}
          place={place}
          step={step}
          onDrag={(to) =>
            onMeasures({ width_mm: size(to.x - box.left), height_mm: size(to.y - box.bottom) })
          }
        />
      )}
      {across && (
        <Handle
          at={{ x: box.right, y: (box.top + box.bottom) / 2 }}
          label={MEASURES.diameter_mm ?? ""}
          u={u}
          place={place}
          step={step}
          onDrag={(to) => onMeasures({ diameter_mm: size(to.x - box.left) })}
        />
      )}
      {picked !== undefined && picked.of !== "cut" && (
        <Handle
          at={{ x: picked.contour.start[0] ?? 0, y: picked.contour.start[1] ?? 0 }}
          label={LAYOUT.start}
          u={u}
          place={place}
          step={step}
          onDrag={onStart}
        />
      )}
      {picked !== undefined &&
        stopsOf(picked, asked.plate).map((stop, i) => (
          <Handle
            // biome-ignore lint/suspicious/noArrayIndexKey: stops have no other name than their place in the list
            key={i}
            at={{ x: stop.x_mm + asked.plate.x_mm, y: stop.y_mm + asked.plate.y_mm }}
            label={`${LAYOUT.stop} ${i + 1}`}
            u={u}
            place={place}
            step={step}
            onDrag={(to) => onStop(i, to)}
          />
        ))}
      {(shaped ? asked.holes : []).map((hole, i) => (
        <Handle
          // biome-ignore lint/suspicious/noArrayIndexKey: holes have no other name than their place in the list
          key={i}
          at={{ x: box.left + hole.x_mm + rim(hole), y: box.bottom + hole.y_mm - rim(hole) }}
          label={`${LAYOUT.hole} ${i + 1}`}
          u={u}
          place={place}
          step={step}
          onDrag={(to) =>
            onHole(i, {
              ...hole,
              x_mm: snapped(to.x - rim(hole) - box.left, step),
              y_mm: snapped(to.y + rim(hole) - box.bottom, step),
            })
          }
        />
      ))}
    </>
  );
}
