/** What is wrong at a torch, a hose or a cylinder, and what the metal does: one small picture each. */
import type { ReactNode } from "react";
import { flameColour } from "@/ui/gas-badge";
import { METAL } from "./metal-pictures";
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
  return PICTURES[known] ?? METAL[known] ?? TROUBLES[known];
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
