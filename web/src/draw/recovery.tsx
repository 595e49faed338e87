/** A lost cut seen from above, to scale: the old kerf with its slag, the stop, where to heat, the new path. */
import { useId } from "react";
import type { Schemas } from "@/api/client";
import { about, type System } from "@/units";

type Props = { recovery: Schemas["RecoveryReply"]; system: System };

const VIEW = { width: 640, height: 250, edge: 16 };
const MIDDLE = 128;

/** What the drawing says to who cannot see it. */
function words({ way, side, path, slag_from_mm }: Props["recovery"], system: System): string {
  const far = (mm: number | undefined) => about(Math.abs(mm ?? 0), system);
  if (way === "at_the_stop")
    return "Heat the end of the kerf at the stop and go on along the line.";
  if (way === "from_the_scrap")
    return `Start in the scrap to the ${side} of the stop, then go on along the line.`;
  const back = path.at(-1)?.beside_mm === 0;
  const end = back ? "comes back to the line past the stop" : "runs out where the plate ends";
  return `Slag fills the last ${far(slag_from_mm)} of the kerf. The new cut starts ${far(path[0]?.along_mm)} before the stop, runs beside it on the ${side} and ${end}.`;
}

export function RecoveryDrawing({ recovery, system }: Props) {
  const id = useId();
  const { path, kerf_mm: kerf, thickness_mm: thickness } = recovery;
  const from = Math.min(path[0]?.along_mm ?? 0, -1.5 * thickness) - thickness * 0.6;
  const to = Math.max(path.at(-1)?.along_mm ?? 0, 1.5 * thickness) + thickness * 0.3;
  const scale = (VIEW.width - 2 * VIEW.edge) / (to - from);
  const x = (along: number) => VIEW.edge + (along - from) * scale;
  // travelling to the right, the left side lies above
  const up = recovery.side === "left" ? -1 : 1;
  const y = (beside: number) => MIDDLE + up * beside * scale;
  const wide = Math.max(kerf * scale, 5);
  const points = path.map((point) => `${x(point.along_mm)},${y(point.beside_mm)}`).join(" ");
  const start = path[0];
  const bothParts = recovery.cautions.some((each) => each.code === "both_sides_are_parts");
  const heat = { x: x(start?.along_mm ?? 0), y: y(start?.beside_mm ?? 0) + (up * wide) / 2 };
  const scrap = { top: up < 0 ? VIEW.edge : MIDDLE, label: up < 0 ? 40 : VIEW.height - 28 };
  return (
    <svg
      viewBox={`0 0 ${VIEW.width} ${VIEW.height}`}
      className="block w-full"
      role="img"
      aria-label={words(recovery, system)}
    >
      <defs>
        <pattern id={`${id}-hatch`} width="10" height="10" patternUnits="userSpaceOnUse">
          <path d="M0 10 L10 0" stroke="var(--ink)" strokeWidth="0.8" opacity="0.35" />
        </pattern>
        <pattern id={`${id}-slag`} width="6" height="6" patternUnits="userSpaceOnUse">
          <rect width="6" height="6" fill="var(--ink)" />
          <circle cx="2" cy="2" r="1" fill="var(--heat-bronze)" />
        </pattern>
        <marker
          id={`${id}-arrow`}
          viewBox="0 0 10 10"
          refX="6"
          refY="5"
          markerWidth="14"
          markerHeight="14"
          markerUnits="userSpaceOnUse"
          orient="auto"
        >
          <path d="M0 0 L10 5 L0 10 Z" fill="var(--accent)" />
        </marker>
      </defs>
      <rect
        x={VIEW.edge}
        y={VIEW.edge}
        width={VIEW.width - 2 * VIEW.edge}
        height={VIEW.height - 2 * VIEW.edge}
        fill="var(--steel)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <rect
        x={VIEW.edge}
        y={scrap.top}
        width={VIEW.width - 2 * VIEW.edge}
        height={up < 0 ? MIDDLE - VIEW.edge : VIEW.height - VIEW.edge - MIDDLE}
        fill={bothParts ? "none" : `url(#${id}-hatch)`}
      />
      <path
        d={`M${x(0)} ${MIDDLE} H${VIEW.width - VIEW.edge}`}
        stroke="var(--ink)"
        strokeWidth="1.5"
        strokeDasharray="8 6"
      />
      <rect
        x={VIEW.edge}
        y={MIDDLE - wide / 2}
        width={x(0) - VIEW.edge}
        height={wide}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="1"
      />
      {recovery.slag_from_mm < 0 && (
        <rect
          x={x(recovery.slag_from_mm)}
          y={MIDDLE - wide / 2}
          width={x(0) - x(recovery.slag_from_mm)}
          height={wide}
          fill={`url(#${id}-slag)`}
        />
      )}
      <polyline
        points={points}
        fill="none"
        stroke="var(--accent)"
        strokeWidth={wide}
        strokeLinejoin="round"
        opacity="0.35"
      />
      <polyline
        points={points}
        fill="none"
        stroke="var(--accent)"
        strokeWidth="2.5"
        markerEnd={`url(#${id}-arrow)`}
      />
      <circle
        cx={heat.x}
        cy={heat.y}
        r="9"
        fill="var(--heat-cherry)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <path d={`M${x(0)} ${MIDDLE - 34} v68`} stroke="var(--stop)" strokeWidth="2.5" />
      <g className="text-[24px] sm:text-[16px]" fill="var(--ink)">
        <text x={VIEW.width - VIEW.edge - 8} y={scrap.label} textAnchor="end" fontWeight="600">
          {bothParts ? "part, mended here" : "scrap"}
        </text>
        <text
          x={VIEW.width - VIEW.edge - 8}
          y={up < 0 ? VIEW.height - 28 : 40}
          textAnchor="end"
          fontWeight="600"
        >
          part
        </text>
        <text x={x(0)} y={up < 0 ? MIDDLE + 50 : MIDDLE - 40} textAnchor="middle">
          stop
        </text>
        <text x={heat.x} y={heat.y + up * 26 + (up < 0 ? 0 : 8)} textAnchor="middle">
          heat here
        </text>
        {recovery.slag_from_mm < 0 && (
          <text
            x={(x(recovery.slag_from_mm) + x(0)) / 2}
            y={MIDDLE - up * (wide / 2 + 14) + 5}
            textAnchor="middle"
          >
            slag
          </text>
        )}
      </g>
    </svg>
  );
}
