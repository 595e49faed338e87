/** What pictures of trouble are put together from: tip, cones, flames, gauge, plate, hose, cylinder. */
import type { ReactNode } from "react";
import { flameColour, gasColour } from "@/ui/gas-badge";

export const LINE = { stroke: "var(--ink)", strokeWidth: 1.5 } as const;
export const RED = "var(--stop)";

/** The tip, its nut above it; the face at y 52. */
export function Tip({ hot = false }: { hot?: boolean }) {
  return (
    <g>
      <path d="M26 6 h44 v20 h-44 Z" fill="var(--steel)" {...LINE} />
      <path d="M36 6 v20 M48 6 v20 M60 6 v20" {...LINE} opacity="0.5" />
      <path
        d="M34 26 h28 l-4 26 h-20 Z"
        fill={hot ? "var(--heat-cherry)" : "var(--steel-2)"}
        {...LINE}
      />
    </g>
  );
}

export function Cones({ short = 1 }: { short?: number }) {
  return (
    <g fill={flameColour()}>
      {[40, 48, 56].map((x) => (
        <path key={x} d={`M${x - 3} 52 L${x} ${52 + 18 * short} L${x + 3} 52 Z`} />
      ))}
    </g>
  );
}

export function Flames({ x, y, size = 1 }: { x: number; y: number; size?: number }) {
  return (
    <path
      d={`M${x} ${y} q${-7 * size} ${-9 * size} ${-1 * size} ${-18 * size} q${1 * size} ${6 * size} ${5 * size} ${7 * size} q${-1 * size} ${-7 * size} ${3 * size} ${-11 * size} q${6 * size} ${12 * size} ${1 * size} ${22 * size} Z`}
      fill="var(--heat-orange)"
      stroke={RED}
    />
  );
}

export function Burst({ x, y, r }: { x: number; y: number; r: number }) {
  const points = Array.from({ length: 16 }, (_, i) => {
    const far = i % 2 === 0 ? r : r * 0.45;
    const angle = (Math.PI * i) / 8;
    return `${x + far * Math.cos(angle)},${y + far * Math.sin(angle)}`;
  });
  return <polygon points={points.join(" ")} fill="var(--heat-orange)" stroke={RED} />;
}

/** Sound: arcs to both sides of a point. */
export function Sound({ x, y, inside = false }: { x: number; y: number; inside?: boolean }) {
  const colour = inside ? RED : "var(--ink)";
  return (
    <g fill="none" stroke={colour} strokeWidth="2.2" strokeLinecap="round">
      {[9, 16].map((r) => (
        <g key={r}>
          <path d={`M${x + 16 + r / 2} ${y - r / 2} q${r / 2} ${r / 2} 0 ${r}`} />
          <path d={`M${x - 16 - r / 2} ${y - r / 2} q${-r / 2} ${r / 2} 0 ${r}`} />
        </g>
      ))}
    </g>
  );
}

export function Cylinder({ children }: { children?: ReactNode }) {
  return (
    <g>
      <path
        d="M34 98 V40 q0 -14 14 -14 q14 0 14 14 V98 Z"
        fill="var(--face)"
        stroke={flameColour()}
        strokeWidth="3"
      />
      <path d="M43 26 v-10 h10 v10 M40 16 h16" fill="none" {...LINE} strokeWidth="3" />
      {children}
    </g>
  );
}

/** A gauge with its needle, turned from upright by some degrees. */
export function Gauge({ at, from }: { at: number; from?: number }) {
  const needle = (degrees: number) => {
    const angle = ((degrees - 90) * Math.PI) / 180;
    return `M48 56 L${48 + 28 * Math.cos(angle)} ${56 + 28 * Math.sin(angle)}`;
  };
  return (
    <g>
      <circle cx="48" cy="56" r="38" fill="var(--face)" {...LINE} strokeWidth="2.5" />
      {[-120, -80, -40, 0, 40, 80, 120].map((degrees) => {
        const angle = ((degrees - 90) * Math.PI) / 180;
        const [c, s] = [Math.cos(angle), Math.sin(angle)];
        return (
          <path
            key={degrees}
            d={`M${48 + 31 * c} ${56 + 31 * s} L${48 + 36 * c} ${56 + 36 * s}`}
            {...LINE}
            strokeWidth="2"
          />
        );
      })}
      {from !== undefined && (
        <path d={needle(from)} stroke="var(--ink)" strokeWidth="2" strokeDasharray="3 3" />
      )}
      <path d={needle(at)} stroke={RED} strokeWidth="3.5" strokeLinecap="round" />
      <circle cx="48" cy="56" r="4" fill="var(--ink)" />
    </g>
  );
}

/** The plate from the end, its top at y 62. */
export function Plate({ gap = 0, fill = "var(--steel)" }: { gap?: number; fill?: string }) {
  return (
    <g fill={fill} {...LINE}>
      <path d={`M4 62 h${42 - gap / 2} v24 h${gap / 2 - 42} Z`} />
      <path d={`M92 62 h${gap / 2 - 42} v24 h${42 - gap / 2} Z`} />
    </g>
  );
}

export function Hose({ children }: { children?: ReactNode }) {
  return (
    <g fill="none" strokeLinecap="round">
      <path d="M6 84 C30 84 26 40 48 44 S66 88 90 70" stroke={flameColour()} strokeWidth="9" />
      <path
        d="M6 96 C36 96 34 54 50 56 S62 100 90 84"
        stroke={gasColour("oxygen")}
        strokeWidth="9"
      />
      {children}
    </g>
  );
}
