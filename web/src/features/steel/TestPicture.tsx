/** What each answer of the four tests looks like at the bench. */
import type { ReactNode } from "react";

/** Rays of a spark stream: how long, how many, and whether they burst at the end. */
type Stream = { rays: number; length: number; bursts: boolean; hue: string };

const SPARKS: Record<string, Stream> = {
  spark_long_white: { rays: 7, length: 74, bursts: false, hue: "var(--heat-straw)" },
  spark_bursting: { rays: 7, length: 60, bursts: true, hue: "var(--heat-straw)" },
  spark_short_red: { rays: 6, length: 30, bursts: false, hue: "var(--heat-cherry)" },
  spark_dull_few: { rays: 3, length: 34, bursts: false, hue: "var(--heat-orange)" },
  spark_none: { rays: 0, length: 0, bursts: false, hue: "none" },
};

function Spark({ rays, length, bursts, hue }: Stream) {
  return (
    <g>
      <circle cx="10" cy="34" r="22" fill="var(--steel-2)" />
      {Array.from({ length: rays }, (_, i) => {
        const angle = -0.35 + (0.75 * i) / Math.max(1, rays - 1);
        const [x, y] = [30 + length * Math.cos(angle), 30 + length * Math.sin(angle)];
        return (
          <g
            // biome-ignore lint/suspicious/noArrayIndexKey: rays are alike
            key={i}
            stroke={hue}
            strokeWidth="2"
            fill="none"
          >
            <path d={`M30 30 L${x} ${y}`} />
            {bursts && <path d={`M${x} ${y} l7 -6 M${x} ${y} l8 1 M${x} ${y} l5 7`} />}
          </g>
        );
      })}
    </g>
  );
}

const DRAWN: Record<string, ReactNode> = {
  magnet_strong: (
    <path
      d="M20 12 h14 v22 a9 9 0 0 0 18 0 V12 h14 v22 a23 23 0 0 1 -46 0 Z M8 12 h80"
      fill="var(--steel)"
      stroke="var(--ink)"
      strokeWidth="2"
    />
  ),
  magnet_weak: (
    <path
      d="M20 18 h14 v18 a9 9 0 0 0 18 0 V18 h14 v18 a23 23 0 0 1 -46 0 Z M8 8 h80 M26 14 v-3 M60 14 v-3"
      fill="var(--steel)"
      stroke="var(--ink)"
      strokeWidth="2"
    />
  ),
  magnet_none: (
    <path
      d="M20 32 h14 v12 a9 9 0 0 0 18 0 V32 h14 v12 a23 23 0 0 1 -46 0 Z M8 8 h80"
      fill="var(--sheet)"
      stroke="var(--ink)"
      strokeWidth="2"
    />
  ),
  file_bites: (
    <path
      d="M4 40 H92 M14 40 V14 H86 V30 M20 40 l6 -6 6 6 6 -6 6 6 6 -6 6 6 6 -6 6 6"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2.5"
    />
  ),
  file_hard: (
    <path
      d="M4 40 H92 M14 38 V14 H86 V38 M24 40 l5 -3 5 3 M44 40 l5 -3 5 3 M64 40 l5 -3 5 3"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2.5"
    />
  ),
  file_skates: (
    <path
      d="M4 42 H92 M14 34 V12 H86 V34 Z M62 40 q14 -6 26 -1"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2.5"
    />
  ),
  chip_curls: (
    <path
      d="M4 46 H50 l30 -30 M50 46 H92 M52 44 c14 -2 22 -12 14 -20 c-8 -6 -16 4 -10 10"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2.5"
    />
  ),
  chip_breaks: (
    <path
      d="M4 46 H50 l30 -30 M50 46 H92 M40 34 l6 -8 7 5 -5 8 Z M30 24 l5 -5 4 5 -4 4 Z"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2.5"
    />
  ),
  chip_hard: (
    <path
      d="M4 46 H92 M50 44 l30 -30 M46 46 l3 -3 3 3"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2.5"
    />
  ),
};

export function TestPicture({ answer }: { answer: string }) {
  const stream = SPARKS[answer];
  return (
    <svg viewBox="0 0 110 60" className="h-14 w-full" aria-hidden="true">
      {stream ? <Spark {...stream} /> : DRAWN[answer]}
    </svg>
  );
}

/** The answers that have a picture. */
export const PICTURED: readonly string[] = [...Object.keys(SPARKS), ...Object.keys(DRAWN)];
