/** What goes wrong between flame, gauge and piece: one small picture each. */
import type { ReactNode } from "react";
import { flameColour, gasColour } from "@/ui/gas-badge";
import { Burst, Cones, Cylinder, Flames, Gauge, Hose, LINE, Plate, RED, Tip } from "./torch-parts";

/** A turn, as a hand makes it. */
function Turn({ x, y }: { x: number; y: number }) {
  return (
    <path
      d={`M${x - 9} ${y} a9 7 0 1 1 5 6 l-1 -6 m1 6 l6 -1`}
      fill="none"
      stroke={RED}
      strokeWidth="2.5"
      strokeLinecap="round"
    />
  );
}

/** The plate from above with a line struck on it. */
function Above({ line, kerf }: { line: string; kerf?: string }) {
  return (
    <g fill="none">
      <path d="M6 24 h84 v60 h-84 Z" fill="var(--steel)" {...LINE} />
      <path d={line} stroke="var(--face)" strokeWidth="3" strokeDasharray="7 4" />
      {kerf && <path d={kerf} stroke="var(--ink)" strokeWidth="5" />}
    </g>
  );
}

export const TROUBLES: Record<string, ReactNode> = {
  reverse_flow: (
    <>
      <Hose />
      <path
        d="M66 30 C44 18 30 26 20 52 m-6 -12 l6 12 l11 -7"
        fill="none"
        stroke={RED}
        strokeWidth="4"
      />
    </>
  ),
  small_flame_stays: (
    <>
      <Tip />
      <path d="M45 52 q-4 8 3 15 q6 -8 3 -15 Z" fill={flameColour()} stroke={RED} />
      <path d="M20 80 l14 14 m0 -14 l-14 14" stroke="var(--ink)" strokeWidth="3" />
      <Turn x={74} y={84} />
    </>
  ),
  dies_on_oxygen: (
    <>
      <Tip />
      <path
        d="M38 60 q4 10 -2 18 M48 62 q5 12 0 22 M58 60 q6 10 1 18"
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2.5"
        opacity="0.6"
      />
      <path
        d="M76 30 v22 m-8 -8 l8 8 l8 -8"
        fill="none"
        stroke={gasColour("oxygen")}
        strokeWidth="4"
      />
    </>
  ),
  parts_on_lever: (
    <>
      <Tip />
      <g fill={flameColour()}>
        {[40, 48, 56].map((x) => (
          <path key={x} d={`M${x - 3} 66 L${x} 86 L${x + 3} 66 Z`} />
        ))}
      </g>
      <path d="M32 54 h32 M32 64 h32" stroke={RED} strokeWidth="2" strokeDasharray="4 3" />
      <path d="M10 22 l12 16 m-9 0 h9 v-9" fill="none" {...LINE} strokeWidth="3" />
    </>
  ),
  not_neutral: (
    <>
      <Tip />
      <Cones short={2.3} />
      <path d="M32 52 L48 104 L64 52 Z" fill={flameColour()} opacity="0.3" />
      <path d="M16 60 h10 M70 60 h10" stroke={RED} strokeWidth="3" />
    </>
  ),
  pop_at_shut_off: (
    <>
      <Tip />
      <Burst x={48} y={62} r={14} />
      {[
        [24, 80, 4],
        [36, 92, 3],
        [60, 90, 4],
        [74, 78, 3],
      ].map(([x, y, r]) => (
        <circle key={x} cx={x} cy={y} r={r} fill="var(--ink)" />
      ))}
      <Turn x={80} y={30} />
    </>
  ),
  valve_bumped: (
    <>
      <path d="M4 48 h60 v16 h-60 Z" fill="var(--steel)" {...LINE} />
      <circle cx="40" cy="36" r="10" fill="var(--steel-2)" {...LINE} />
      <path d="M30 4 q22 4 24 26 q-18 4 -30 -6 Z" fill="var(--face)" {...LINE} />
      <path d="M64 50 l22 -8 v28 l-22 -8 Z" fill={flameColour()} />
      <Turn x={40} y={84} />
    </>
  ),
  scale_in_tip: (
    <>
      <Tip />
      <path d="M46 52 l-3 -8 l6 -3 l3 7 Z" fill="var(--ink)" />
      <Plate />
      <path d="M30 60 q6 -10 14 -10" fill="none" stroke={RED} strokeWidth="2.5" />
      <path d="M24 60 l7 -5 l4 6 Z" fill="var(--heat-bronze)" {...LINE} strokeWidth="1" />
    </>
  ),
  fuel_fades: (
    <Cylinder>
      <Turn x={48} y={10} />
      <path d="M70 60 h8 l6 -4 v12 l-6 -4 h-8 Z" fill={flameColour()} opacity="0.5" />
    </Cylinder>
  ),
  needle_does_not_fall: (
    <>
      <Gauge at={40} />
      <path d="M74 96 a9 7 0 1 0 -5 6" fill="none" stroke="var(--ink)" strokeWidth="2.5" />
    </>
  ),
  hose_short: (
    <>
      <path d="M4 40 h88 v14 h-88 Z" fill="var(--steel)" {...LINE} />
      <path d="M4 47 h50" stroke="var(--ink)" strokeWidth="4" />
      <path d="M54 40 l6 -22" {...LINE} strokeWidth="5" />
      <path d="M60 18 L92 92" stroke={flameColour()} strokeWidth="6" strokeLinecap="round" />
      <path d="M60 22 L84 96" stroke={gasColour("oxygen")} strokeWidth="6" strokeLinecap="round" />
      <path d="M58 47 h34" stroke={RED} strokeWidth="2" strokeDasharray="5 3" />
    </>
  ),
  piece_hangs: (
    <>
      <path d="M4 36 h42 v20 h-42 Z" fill="var(--steel)" {...LINE} />
      <path d="M50 38 l40 10 l-5 20 l-40 -10 Z" fill="var(--steel)" {...LINE} />
      <path d="M46 52 q3 8 2 12" stroke="var(--heat-orange)" strokeWidth="4" fill="none" />
      <path d="M66 18 h18 v10 h-18 Z" fill="var(--steel-2)" {...LINE} />
      <path d="M75 28 v8" {...LINE} strokeWidth="3" />
    </>
  ),
  kerf_off_the_line: <Above line="M6 54 h84" kerf="M6 54 C34 54 46 56 60 66 T84 78" />,
  line_is_crooked: <Above line="M6 44 L34 52 L52 44 L90 66" />,
  black_but_smooth: (
    <>
      <path d="M8 26 h80 v58 h-80 Z" fill="var(--ink)" {...LINE} />
      {[22, 36, 50, 64, 78].map((x) => (
        <path key={x} d={`M${x} 28 v54`} stroke="var(--steel)" strokeWidth="1.5" opacity="0.7" />
      ))}
    </>
  ),
  base_metal_nicked: (
    <>
      <path d="M4 58 h40 q6 14 14 0 h34 v28 h-88 Z" fill="var(--steel)" {...LINE} />
      <path d="M62 40 h26 v18 h-26 Z" fill="var(--steel-2)" {...LINE} />
      <path d="M10 18 L46 60" stroke={gasColour("oxygen")} strokeWidth="4" />
      <circle cx="51" cy="62" r="13" fill="none" stroke={RED} strokeWidth="2.5" />
    </>
  ),
  lost_over_a_weld: (
    <>
      <path d="M4 58 h88 v24 h-88 Z" fill="var(--steel)" {...LINE} />
      <path d="M40 58 q8 -16 16 0 Z" fill="var(--steel-2)" {...LINE} />
      <path d="M4 70 h40" stroke="var(--ink)" strokeWidth="4" />
      <path d="M18 18 h44 v14 h-44 Z" fill="var(--face)" {...LINE} />
      <circle cx="28" cy="36" r="5" {...LINE} />
      <circle cx="52" cy="36" r="5" {...LINE} />
      <path d="M48 32 v16" stroke={RED} strokeWidth="3" />
    </>
  ),
  tube_rusty_inside: (
    <>
      <path d="M48 4 V34" stroke={gasColour("oxygen")} strokeWidth="5" />
      <circle cx="48" cy="66" r="32" fill="var(--steel)" {...LINE} />
      <circle cx="48" cy="66" r="23" fill="var(--face)" {...LINE} />
      <circle
        cx="48"
        cy="66"
        r="19"
        fill="none"
        stroke="var(--heat-bronze)"
        strokeWidth="6"
        strokeDasharray="6 3"
      />
      <Flames x={48} y={36} size={0.6} />
    </>
  ),
};
