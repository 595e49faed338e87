/** A plate on its trestles, to scale, with the part laid out on it. The drawing is the form: what can be dragged has a handle. */
import type { ReactNode } from "react";
import type { Schemas } from "@/api/client";
import type { Spot } from "../dry-run";
import { d, type Part, spot } from "./geometry";
import { CutPath } from "./paths";
import { Sign } from "./signs";
import type { View } from "./view";

type Props = {
  plate: { width_mm: number; height_mm: number };
  /** The corner that the plate is drawn from. */
  corner?: Spot;
  part: Part;
  laid: Schemas["PathsReply"] | undefined;
  view: View;
  /** A pixel of the screen, in mm. */
  u: number;
  picked: number | null;
  onPick: (order: number) => void;
  /** How far each path is done, by its order. */
  done: (order: number) => number;
  torch: { at: Spot; heating: boolean } | null;
  fault: readonly number[] | null;
  children?: ReactNode;
};

export function Plate(props: Props) {
  const { plate, corner, part, laid, u, view, torch, fault, children, ...rest } = props;
  const { width_mm: wide, height_mm: high } = plate;
  const contours = [part.outer, ...part.holes];
  // the shop hatches what it keeps, or what it throws away
  const scrap = laid?.marks.hatched === "scrap";
  const [left, below] = [corner?.x ?? 0, corner?.y ?? 0];
  const sheet = `M${left} ${below} h${wide} v${-high} h${-wide} Z`;
  return (
    <>
      <defs>
        <pattern
          id="kept"
          width={7 * u}
          height={7 * u}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path
            d={`M0 0 V${7 * u}`}
            stroke="var(--ink)"
            strokeOpacity="0.28"
            strokeWidth={1.2 * u}
          />
        </pattern>
        <linearGradient id="rolled" x1="0" x2="0" y1="0" y2="1">
          <stop offset="0" stopColor="var(--steel)" />
          <stop offset="1" stopColor="var(--steel-2)" />
        </linearGradient>
      </defs>
      <g transform={`translate(${corner?.x ?? 0} ${corner?.y ?? 0})`}>
        <Trestles wide={wide} high={high} />
        <rect
          x="0"
          y={-high}
          width={wide}
          height={high}
          fill="url(#rolled)"
          stroke="var(--ink)"
          strokeWidth={1.2 * u}
        />
        <Rulers wide={wide} high={high} u={u} view={view} />
      </g>
      <path d={contours.map(d).join(" ")} fillRule="evenodd" fill="var(--face)" />
      <path
        d={(scrap ? [sheet, ...contours.map(d)] : contours.map(d)).join(" ")}
        fillRule="evenodd"
        fill="url(#kept)"
        data-hatched={scrap ? "scrap" : "kept"}
        pointerEvents="none"
      />
      <path
        d={contours.map(d).join(" ")}
        fillRule="evenodd"
        fill="transparent"
        className="cursor-move"
        data-body=""
      />
      {part.cuts.map((cut) => (
        <path
          key={d(cut)}
          d={d(cut)}
          fill="none"
          stroke="var(--sheet)"
          strokeWidth={u}
          strokeDasharray={`${4 * u} ${3 * u}`}
        />
      ))}
      {laid?.paths.map((path) => (
        <CutPath
          key={path.order}
          path={path}
          kerf={laid.kerf_mm}
          u={u}
          done={rest.done(path.order)}
          picked={rest.picked === path.order}
          onPick={() => rest.onPick(path.order)}
        />
      ))}
      <path d={contours.map(d).join(" ")} fill="none" stroke="var(--sheet)" strokeWidth={u} />
      {laid?.left_standing.map((one) => (
        <Sign key={one.at.join(" ")} kind="standing" at={spot(one.at)} u={u} />
      ))}
      {laid?.drilled.map((one) => (
        <g key={one.at.join(" ")}>
          <circle
            cx={spot(one.at).x}
            cy={spot(one.at).y}
            r={one.diameter_mm / 2}
            fill="none"
            stroke="var(--ink)"
            strokeWidth={1.5 * u}
            strokeDasharray={`${4 * u} ${3 * u}`}
          />
          <Sign kind="drill" at={spot(one.at)} u={u} />
        </g>
      ))}
      {torch !== null && <Torch at={torch.at} heating={torch.heating} u={u} />}
      {fault !== null && (
        <circle
          cx={spot(fault).x}
          cy={spot(fault).y}
          r={12 * u}
          fill="none"
          stroke="var(--stop)"
          strokeWidth={3 * u}
          data-fault=""
        />
      )}
      {children}
    </>
  );
}

/** Two beams under the plate, standing out above and below it. */
function Trestles({ wide, high }: { wide: number; high: number }) {
  const beam = Math.min(wide * 0.07, 40);
  const out = Math.min(high * 0.12, 60);
  return (
    <>
      {[0.18, 0.82].map((share) => (
        <rect
          key={share}
          x={wide * share - beam / 2}
          y={-high - out}
          width={beam}
          height={high + 2 * out}
          fill="var(--line-strong)"
          fillOpacity="0.55"
        />
      ))}
    </>
  );
}

/** The corner that all is measured from, and ticks along both edges. */
function Rulers({ wide, high, u, view }: { wide: number; high: number; u: number; view: View }) {
  const steps = [5, 10, 25.4, 50, 127, 254, 500, 1270];
  const step = steps.find((one) => view.width / one < 40) ?? 1270;
  const ticks = (length: number) =>
    Array.from({ length: Math.floor(length / step) }, (_, i) => (i + 1) * step);
  const across = ticks(wide).map((x) => `M${x} 0 v${-5 * u}`);
  const up = ticks(high).map((y) => `M0 ${-y} h${5 * u}`);
  return (
    <>
      <path
        d={[...across, ...up].join(" ")}
        stroke="var(--ink)"
        strokeOpacity="0.6"
        strokeWidth={u}
      />
      <path
        d={`M${-3 * u} ${-14 * u} V${3 * u} H${14 * u}`}
        fill="none"
        stroke="var(--accent)"
        strokeWidth={3 * u}
        data-datum=""
      />
    </>
  );
}

/** The torch from above: tip, and its glow while it heats or cuts. */
function Torch({ at, heating, u }: { at: Spot; heating: boolean; u: number }) {
  return (
    <g data-torch={heating ? "heating" : "cutting"}>
      <circle
        cx={at.x}
        cy={at.y}
        r={11 * u}
        fill={heating ? "var(--heat-cherry)" : "var(--heat-orange)"}
        fillOpacity="0.45"
      />
      <circle
        cx={at.x}
        cy={at.y}
        r={6 * u}
        fill="var(--flame-tip)"
        stroke="var(--ink)"
        strokeWidth={1.5 * u}
      />
      <circle cx={at.x} cy={at.y} r={1.8 * u} fill="var(--ink)" />
    </g>
  );
}
