/** The cut from above: its length, the planned stops, where it starts and which way it goes. */
import type { CutPlan } from "@/api/client";
import { fill } from "@/text/fill";
import { print, type System } from "@/units";

type Props = { plan: CutPlan; length: number; start: string; scrap: string; system: System };

const WIDTH = 640;
const EDGE = 30;

export function CutStrip({ plan, length, start, scrap, system }: Props) {
  const left = plan.direction === "right_to_left";
  const x = (mm: number) => {
    const along = EDGE + ((WIDTH - 2 * EDGE) * mm) / length;
    return left ? WIDTH - along : along;
  };
  const [from, to] = [x(0), x(length)];
  const way = left ? -1 : 1;
  const marks = plan.stops_mm.length <= 12 ? plan.stops_mm : [];
  // a stop leaves the line into the scrap and comes back from there
  const off = scrap === "near_side" ? 1 : -1;
  const words =
    plan.stops_mm.length === 0
      ? "no planned stop"
      : fill("{n|planned stop|planned stops}", { n: plan.stops_mm.length });
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 70`}
      className="block w-full"
      role="img"
      aria-label={`Cut from above, ${print(length, "length", system)} long, ${left ? "right to left" : "left to right"}, ${words}`}
    >
      <rect
        x="4"
        y="8"
        width={WIDTH - 8}
        height="32"
        fill="var(--steel)"
        stroke="var(--line-strong)"
      />
      <line x1={from} y1="24" x2={to - way * 4} y2="24" stroke="var(--sheet)" strokeWidth="5" />
      <line
        x1={from}
        y1="24"
        x2={to - way * 6}
        y2="24"
        stroke="var(--ink)"
        strokeWidth="1.5"
        strokeDasharray="7 4"
      />
      <path
        d={`M${to - way * 12} 17 l${way * 10} 7 l${-way * 10} 7`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      {start === "edge" ? (
        <circle cx={from} cy="24" r="6" fill="var(--heat-cherry)" stroke="var(--ink)" />
      ) : (
        <circle
          cx={from}
          cy="24"
          r="7"
          fill={start === "pierce" ? "var(--heat-cherry)" : "var(--sheet)"}
          stroke="var(--ink)"
          strokeWidth="2"
        />
      )}
      {marks.map((stop) => (
        <g key={stop}>
          <path
            d={`M${x(stop) - way * 7} 24 q${way * 7} 0 ${way * 7} ${off * 13} q0 ${-off * 13} ${way * 9} ${-off * 13}`}
            fill="none"
            stroke="var(--accent)"
            strokeWidth="4"
          />
          <text x={x(stop)} y="58" fontSize="15" textAnchor="middle" fill="var(--ink)">
            {print(stop, "length", system)}
          </text>
        </g>
      ))}
      <text
        x={from}
        y="58"
        fontSize="15"
        textAnchor={left ? "end" : "start"}
        dx={left ? 22 : -22}
        fill="var(--ink-2)"
      >
        start
      </text>
      <text
        x={to}
        y="58"
        fontSize="15"
        textAnchor={left ? "start" : "end"}
        dx={left ? -22 : 22}
        fill="var(--ink)"
        fontWeight="600"
      >
        {print(length, "length", system)}
      </text>
    </svg>
  );
}
