/** What is wrong at a torch, a hose or a cylinder, and what the metal does: one small picture each. */
import type { ReactNode } from "react";
import { flameColour, gasColour } from "@/ui/gas-badge";
import {
  Burst,
  Cones,
  Cylinder,
  Flames,
  Gauge,
  Hose,
  LINE,
  Plate,
  RED,
  Sound,
  Tip,
} from "./torch-parts";
import { TROUBLES } from "./trouble-pictures";

const PICTURES: Record<string, ReactNode> = {
  pops: (
    <>
      <Tip />
      <Burst x={48} y={64} r={18} />
    </>
  ),
  whistles_inside: (
    <>
      <Tip hot />
      <path d="M48 12 v36" stroke={RED} strokeWidth="5" strokeDasharray="5 4" />
      <Sound x={48} y={38} inside />
    </>
  ),
  leak_at_tip_nut: (
    <>
      <Tip />
      <Cones />
      <Flames x={25} y={34} />
      <Flames x={71} y={34} />
    </>
  ),
  regulator_falls: <Gauge at={-20} from={60} />,
  cylinder_low: <Gauge at={-108} />,
  tip_face_spattered: (
    <>
      <Tip />
      {[36, 41, 50, 56, 60].map((x, i) => (
        <circle key={x} cx={x} cy={53 + (i % 2) * 3} r={3.4} fill="var(--ink)" />
      ))}
    </>
  ),
  tip_glows: (
    <>
      <Tip hot />
      <path d="M40 44 L44 52 L48 43 L52 52 L56 44" fill={flameColour()} stroke={RED} />
    </>
  ),
  slow_to_start: (
    <>
      <Tip />
      <Cones />
      <Plate />
      <ellipse cx="48" cy="63" rx="16" ry="4" fill="var(--heat-purple)" />
      <circle cx="80" cy="26" r="13" fill="var(--face)" {...LINE} />
      <path d="M80 18 v8 l6 4" fill="none" {...LINE} strokeWidth="2" />
    </>
  ),
  surface_skin_burns: (
    <>
      <Cones />
      <Plate />
      <path d="M4 60 h88" stroke="var(--heat-bronze)" strokeWidth="5" strokeDasharray="9 4" />
      {[26, 38, 58, 72].map((x, i) => (
        <path
          key={x}
          d={`M${x} 52 l${i % 2 === 0 ? -6 : 6} -14 l8 4 Z`}
          fill="var(--heat-bronze)"
          {...LINE}
          strokeWidth="1"
        />
      ))}
    </>
  ),
  far_face_dirty: (
    <>
      <path d="M48 4 V70" stroke={gasColour("oxygen")} strokeWidth="5" />
      <path d="M4 40 h40 v24 h-40 Z M52 40 h40 v24 h-40 Z" fill="var(--steel)" {...LINE} />
      <path
        d="M4 68 h40 M52 68 h40"
        stroke="var(--heat-bronze)"
        strokeWidth="7"
        strokeDasharray="7 3"
      />
      <path
        d="M44 72 q-10 14 -24 4 M52 72 q10 14 24 4"
        fill="none"
        stroke={RED}
        strokeWidth="2.5"
      />
    </>
  ),
  second_layer: (
    <>
      <path d="M48 4 V66" stroke={gasColour("oxygen")} strokeWidth="5" />
      <g fill="var(--steel)" {...LINE}>
        <path d="M4 34 h40 v22 h-40 Z M52 34 h40 v22 h-40 Z" />
        <path d="M4 66 h88 v22 h-88 Z" fill="var(--steel-2)" />
      </g>
      <path d="M48 66 l-22 -4 M48 66 l22 -4" stroke={gasColour("oxygen")} strokeWidth="3" />
    </>
  ),
  metal_runs_not_burns: (
    <>
      <Plate gap={26} />
      <path
        d="M35 62 q5 6 2 13 q-2 12 4 21 q3 3 3 -4 q0 -11 8 -16 q10 -4 9 -14 Z"
        fill="var(--heat-orange)"
        {...LINE}
      />
      <circle cx="56" cy="96" r="5" fill="var(--heat-orange)" {...LINE} />
    </>
  ),
  part_moved: (
    <>
      <path d="M4 40 h40 v26 h-40 Z" fill="var(--steel)" {...LINE} />
      <path d="M48 48 l42 9 l-5 25 l-42 -9 Z" fill="var(--steel)" {...LINE} />
      <path d="M66 36 l14 4 l-9 10" fill="none" stroke={RED} strokeWidth="3" />
    </>
  ),
  edge_cracked_or_hard: (
    <>
      <path d="M6 30 h84 v56 h-84 Z" fill="var(--steel)" {...LINE} />
      <path
        d="M30 30 l5 16 l-6 10 l7 14 M64 30 l-4 12 l5 9"
        fill="none"
        stroke={RED}
        strokeWidth="2.5"
      />
      <path d="M20 16 l54 8" stroke="var(--ink)" strokeWidth="6" strokeLinecap="round" />
    </>
  ),
  flashback: (
    <>
      <Hose />
      <Flames x={40} y={56} size={1.3} />
      <Burst x={82} y={72} r={12} />
    </>
  ),
  hose_burns: (
    <>
      <Hose />
      <Flames x={28} y={70} size={1.2} />
      <Flames x={56} y={52} size={1.5} />
    </>
  ),
  hot_cylinder: (
    <Cylinder>
      <path d="M36 60 h24 v36 h-24 Z" fill="var(--heat-cherry)" opacity="0.75" />
      <path
        d="M22 50 q-5 -6 0 -12 t0 -12 M74 50 q5 -6 0 -12 t0 -12"
        fill="none"
        stroke={RED}
        strokeWidth="2.5"
      />
    </Cylinder>
  ),
  cylinder_burns: (
    <Cylinder>
      <Flames x={62} y={30} size={1.4} />
      <Flames x={36} y={26} size={1.1} />
    </Cylinder>
  ),
  gas_smelled: (
    <>
      <path d="M4 52 h34 v16 h-34 Z M58 52 h34 v16 h-34 Z" fill="var(--steel)" {...LINE} />
      <path d="M38 46 h20 v28 h-20 Z" fill="var(--steel-2)" {...LINE} />
      {[
        [40, 40, 5],
        [50, 34, 7],
        [58, 42, 4],
        [46, 22, 4],
      ].map(([x, y, r]) => (
        <circle key={x} cx={x} cy={y} r={r} fill="var(--face)" stroke={RED} strokeWidth="1.5" />
      ))}
    </>
  ),
};

/** Signs that look alike. */
const LIKE: Record<string, string> = {
  gas_smelled_light: "gas_smelled",
  gas_smelled_heavy: "gas_smelled",
};

/** Signs at the tip alone, drawn closer. */
const CLOSE = ["pops", "whistles_inside", "leak_at_tip_nut", "tip_face_spattered", "tip_glows"];

function pictureOf(code: string): ReactNode | undefined {
  const known = LIKE[code] ?? code;
  return PICTURES[known] ?? TROUBLES[known];
}

/** Whether there is a picture of a sign here. */
export function hasTorchSign(code: string): boolean {
  return pictureOf(code) !== undefined;
}

export function TorchSign({ code, label }: { code: string; label: string }) {
  return (
    <svg
      viewBox={CLOSE.includes(code) ? "10 0 76 84" : "0 0 96 106"}
      className="block w-full"
      role="img"
      aria-label={label}
      aria-hidden={label === ""}
    >
      {pictureOf(code)}
    </svg>
  );
}
