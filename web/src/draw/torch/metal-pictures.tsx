/** What the metal shows: its faces, its layers, how it melts, moves and cracks. */
import type { ReactNode } from "react";
import { gasColour } from "@/ui/gas-badge";
import { Cones, LINE, Plate, RED } from "./torch-parts";

export const METAL: Record<string, ReactNode> = {
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
};
