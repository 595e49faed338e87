/** The flame at a tip in its states: cones, feather, jet; each from a few figures. */
import { useId } from "react";
import { gasColour } from "@/ui/gas-badge";

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
  { x: 26, short: 0 },
  { x: 37, short: 0.7 },
  { x: 59, short: 0.35 },
  { x: 70, short: 0.85 },
];
const FACE = 30;

/** A tongue of flame: from a root of some width, full at first, drawn out to a point. */
function tongue(x: number, y: number, width: number, length: number): string {
  const half = width / 2;
  const belly = y + length * 0.45;
  return (
    `M${x - half} ${y} C${x - half * 1.25} ${belly} ${x - half * 0.45} ${y + length * 0.8} ${x} ${y + length} ` +
    `C${x + half * 0.45} ${y + length * 0.8} ${x + half * 1.25} ${belly} ${x + half} ${y} Z`
  );
}

/** Light as a flame gives it: brightest at the root, gone at the point. */
function Light({ id, from, to }: { id: string; from: string; to: string }) {
  return (
    <linearGradient id={id} x1="0" y1="0" x2="0" y2="1">
      <stop offset="0" stopColor={from} stopOpacity="1" />
      <stop offset="0.7" stopColor={to} stopOpacity="0.85" />
      <stop offset="1" stopColor={to} stopOpacity="0" />
    </linearGradient>
  );
}

/** The tip from the side, its face down, in the dark in which flames are read. */
export function FlameDrawing({ flame, label }: { flame: Flame; label: string }) {
  const id = useId();
  const light = (name: string) => `url(#${id}${name})`;
  const top = FACE + flame.lift * 12;
  const length = (short: number) => 21 * flame.cone * (1 - flame.unequal * short);
  const burns = flame.cone > 0 || flame.lift > 0;
  const envelope = 34 + 18 * flame.cone + 6 * flame.feather;
  return (
    <svg
      viewBox="0 0 96 106"
      className="block w-full"
      role="img"
      aria-label={label}
      aria-hidden={label === ""}
    >
      <defs>
        <Light id={`${id}core`} from="var(--flame-core)" to="var(--flame-cone)" />
        <Light id={`${id}feather`} from="var(--flame-cone)" to="var(--flame-feather)" />
        <Light id={`${id}envelope`} from="var(--flame-envelope)" to="var(--flame-envelope)" />
        <Light id={`${id}soot`} from="var(--flame-feather)" to="var(--flame-soot)" />
        <Light id={`${id}jet`} from="var(--flame-night)" to="var(--flame-night)" />
      </defs>
      <rect width="96" height="106" rx="5" fill="var(--flame-night)" />
      {burns && (
        <path
          d={tongue(48, top, 54, envelope)}
          fill={light(flame.soot > 0 ? "soot" : "envelope")}
          opacity={flame.soot > 0 ? 0.95 : 0.6}
        />
      )}
      {flame.feather > 0 && flame.soot === 0 && (
        <path
          d={tongue(48, top, 48, 24 + 24 * flame.feather)}
          fill={light("feather")}
          opacity="0.65"
        />
      )}
      {flame.soot < 1 &&
        CONES.map(({ x, short }) => (
          <g key={x}>
            <path
              d={tongue(x, top, 12, length(short) * 1.25)}
              fill={light("feather")}
              opacity="0.5"
            />
            <path d={tongue(x, top, 7, length(short))} fill={light("core")} />
          </g>
        ))}
      {flame.jet !== null && <Jet bushy={flame.jet} from={top} fill={light("jet")} />}
      <path
        d={`M30 2 h36 v14 l9 ${FACE - 16} h-54 l9 ${16 - FACE} Z`}
        fill="var(--flame-tip)"
        stroke="var(--flame-cone)"
        strokeOpacity="0.5"
        strokeWidth="1"
      />
      {FLAKES.slice(0, Math.round(FLAKES.length * flame.soot)).map(([x, y, r]) => (
        <circle key={x} cx={x} cy={y} r={r} fill="var(--flame-flake)" />
      ))}
      {flame.loud > 0 &&
        [10, 16].slice(0, flame.loud > 0.7 ? 2 : 1).map((r) => (
          <g key={r} fill="none" stroke="var(--flame-cone)" strokeWidth="2" strokeLinecap="round">
            <path d={`M${80 + r / 3} ${top + 8 - r / 2} q${r / 2} ${r / 2} 0 ${r}`} />
            <path d={`M${16 - r / 3} ${top + 8 - r / 2} q${-r / 2} ${r / 2} 0 ${r}`} />
          </g>
        ))}
      {flame.star !== null && (
        <g>
          <path
            d={`M${48 - 26 * flame.star} 99 L48 90 L${48 + 26 * flame.star} 99 L48 103 Z`}
            fill="var(--flame-cone)"
          />
          <path d="M2 103 h92" stroke="var(--flame-tip)" strokeWidth="4" />
        </g>
      )}
    </svg>
  );
}

/** The cutting jet: a straight dark line down the middle of the flame, or a frayed one. */
function Jet({ bushy, from, fill }: { bushy: number; from: number; fill: string }) {
  const spread = 12 * bushy;
  return (
    <path
      d={`M46 ${from} L${46 - spread} ${100 - 30 * bushy} L${48 - spread / 3} ${92 - 30 * bushy} L${48 + spread / 2} ${101 - 20 * bushy} L${50 + spread} ${96 - 30 * bushy} L50 ${from} Z`}
      fill={fill}
      stroke={bushy > 0.3 ? gasColour("oxygen") : "none"}
    />
  );
}
