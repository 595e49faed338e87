/** The flame at a tip in its states: cones, feather, jet; each from a few figures. */
import { flameColour, gasColour } from "@/ui/gas-badge";

/** What a drawn flame shows. Lengths are parts of a right cone's. */
export type Flame = {
  cone: number;
  feather: number;
  /** Gap between tip face and flame. */
  lift: number;
  /** How much the cones differ, 0 to 1. */
  unequal: number;
  /** How bushy the cutting jet is, 0 to 1; null when the lever is up. */
  jet: number | null;
  /** Width of the star on the plate, 1 when right; null where none is looked at. */
  star: number | null;
  /** How much soot floats off, 0 to 1. */
  soot: number;
  /** How loud it is, 0 to 1. */
  loud: number;
};

const RIGHT: Flame = {
  cone: 1,
  feather: 0,
  lift: 0,
  unequal: 0,
  jet: null,
  star: null,
  soot: 0,
  loud: 0,
};

/** The flame of each finding at it; what is not here is no flame's. */
export const FLAMES: Record<string, Flame> = {
  flame_feathered: { ...RIGHT, feather: 1.6 },
  flame_thin_hissing: { ...RIGHT, cone: 0.55 },
  flame_lifts_off: { ...RIGHT, lift: 1 },
  flame_shifts_with_lever: { ...RIGHT, cone: 1.5, unequal: 0.4, jet: 0 },
  cones_unequal: { ...RIGHT, unequal: 1 },
  jet_ragged: { ...RIGHT, jet: 1 },
  star_short: { ...RIGHT, star: 0.45 },
  star_long: { ...RIGHT, star: 1.8 },
  // troubles that are no finding of a diagnosis, and how it looks when it is right
  sooty: { ...RIGHT, cone: 1.3, feather: 2, soot: 1 },
  roars: { ...RIGHT, cone: 1.5, loud: 1 },
  blows_out: { ...RIGHT, cone: 0, lift: 1, loud: 0.4 },
  whistle_outside: { ...RIGHT, loud: 0.5, star: 1 },
  neutral_cones: RIGHT,
};

/** Flakes of soot, above and beside the feather. */
const FLAKES = [
  [14, 84, 3],
  [26, 96, 2.2],
  [70, 92, 3],
  [84, 78, 2.4],
  [8, 62, 2],
  [88, 58, 2.6],
  [60, 101, 2],
] as const;

/** Where the cones stand, and how much each is short when they differ. */
const CONES = [
  { x: 24, short: 0 },
  { x: 36, short: 0.7 },
  { x: 60, short: 0.35 },
  { x: 72, short: 0.85 },
];
const FACE = 34;

export function FlameDrawing({ flame, label }: { flame: Flame; label: string }) {
  const top = FACE + flame.lift * 10;
  const low = flame.feather > 0 || flame.jet !== null || flame.star !== null || flame.soot > 0;
  const length = (short: number) => 22 * flame.cone * (1 - flame.unequal * short);
  return (
    <svg
      viewBox={low ? "0 0 96 106" : "10 0 76 84"}
      className="block w-full"
      role="img"
      aria-label={label}
      aria-hidden={label === ""}
    >
      <path
        d={`M30 2 h36 v18 l10 ${FACE - 20} h-56 l10 ${20 - FACE} Z`}
        fill="var(--steel-2)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {flame.feather > 0 && (
        <path
          d={`M18 ${top} L48 ${top + 22 + 30 * flame.feather} L78 ${top} Z`}
          fill={flameColour()}
          opacity="0.3"
        />
      )}
      {CONES.map(({ x, short }) => (
        <path
          key={x}
          d={`M${x - 4} ${top} L${x} ${top + length(short)} L${x + 4} ${top} Z`}
          fill={flameColour()}
        />
      ))}
      {flame.jet !== null && (
        <path
          d={`M46 ${FACE} L${46 - 14 * flame.jet} ${104 - 34 * flame.jet} L${48 - 4 * flame.jet} ${94 - 34 * flame.jet} L${48 + 5 * flame.jet} ${104 - 20 * flame.jet} L${50 + 12 * flame.jet} ${98 - 34 * flame.jet} L50 ${FACE} Z`}
          fill={gasColour("oxygen")}
        />
      )}
      {FLAKES.slice(0, Math.round(FLAKES.length * flame.soot)).map(([x, y, r]) => (
        <circle key={x} cx={x} cy={y} r={r} fill="var(--ink)" />
      ))}
      {flame.loud > 0 &&
        [10, 16].slice(0, flame.loud > 0.7 ? 2 : 1).map((r) => (
          <g key={r} fill="none" stroke="var(--ink)" strokeWidth="2" strokeLinecap="round">
            <path d={`M${84 + r / 3} ${top + 8 - r / 2} q${r / 2} ${r / 2} 0 ${r}`} />
            <path d={`M${12 - r / 3} ${top + 8 - r / 2} q${-r / 2} ${r / 2} 0 ${r}`} />
          </g>
        ))}
      {flame.star !== null && (
        <g>
          <path
            d={`M${48 - 26 * flame.star} 98 L48 ${90} L${48 + 26 * flame.star} 98 L48 102 Z`}
            fill={flameColour("propane")}
          />
          <path d="M2 103 h92" stroke="var(--ink)" strokeWidth="3" />
        </g>
      )}
    </svg>
  );
}
