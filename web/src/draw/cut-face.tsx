/** A cut edge drawn from its figures: the plate seen from the end, and the face seen from the side. */
import { useId } from "react";
import type { Schemas } from "@/api/client";

export type FaceFigures = Schemas["FaceWire"];

/** Where the two views stand, in the drawing's own units. */
export const FACE_VIEW = {
  width: 440,
  height: 200,
  end: { left: 12, width: 128 },
  face: { left: 164, width: 262 },
  top: 46,
  depth: 110,
};
const { end: END, face: SIDE, top: TOP, depth: DEPTH } = FACE_VIEW;

/** A figure between two of a sweep; words and gaps do not occur. `between({a: 0}, {a: 2}, 0.5)` is `{a: 1}`. */
export function between<T extends Record<string, number>>(low: T, high: T, part: number): T {
  const mixed = Object.entries(low).map(([key, from]) => {
    const to = high[key] ?? from;
    return [key, from + (to - from) * part];
  });
  return Object.fromEntries(mixed) as T;
}

/** The face of a sweep at a value, from the two points beside it. */
export function along(points: readonly Schemas["PointWire"][], at: number): FaceFigures | null {
  const after = points.findIndex((point) => point.at >= at);
  const high = points[after === -1 ? points.length - 1 : after];
  const low = points[Math.max(0, (after === -1 ? points.length : after) - 1)];
  if (low === undefined || high === undefined) return null;
  const span = high.at - low.at;
  return between(
    low.face,
    high.face,
    span > 0 ? Math.min(1, Math.max(0, (at - low.at) / span)) : 0,
  );
}

/** A number between 0 and 1 that looks random and stays the same. */
const scatter = (i: number) => Math.abs(Math.sin(i * 12.9898) * 43758.5453) % 1;

/** What a drawn face says to who cannot see it. */
function words(face: FaceFigures): string {
  const parts = [
    face.top_radius_mm > 1.2 ? "top corner rounded" : "top corner crisp",
    face.top_beads > 0.3 ? "beads along it" : null,
    face.undercut_mm > 0.4 ? "hollow below it" : null,
    face.drag_mm > face.thickness_mm * 0.15 ? "drag lines raked" : "drag lines upright",
    face.line_uneven > 0.3 ? "uneven" : null,
    face.gouged > 0.35 ? "grooves in the face" : null,
    face.uncut > 0.05 ? "not cut through" : null,
    face.slag_held > 0.45 ? "hard slag below" : "light slag below",
  ];
  return parts.filter((part) => part !== null).join(", ");
}

type Parts = { face: FaceFigures; scale: number };

/** Both halves of the plate from the end, the kerf between them. */
function EndView({ face, scale }: Parts) {
  const middle = END.left + END.width / 2;
  const [top, bottom] = [TOP, TOP + DEPTH];
  const lean = Math.tan((face.lean_deg * Math.PI) / 180) * DEPTH;
  const half = { top: (face.kerf_top_mm * scale) / 2, bottom: (face.kerf_bottom_mm * scale) / 2 };
  const radius = Math.min(face.top_radius_mm * scale, DEPTH / 3);
  const washed = Math.min(face.bottom_radius_mm * scale, DEPTH / 3);
  const hollow = Math.max(face.undercut_mm, 0) * scale;
  const dish = face.dish_mm * scale;
  const floor = bottom - face.uncut * DEPTH;
  const half_plate = (side: -1 | 1) => {
    const x = (y: number) => {
      const down = (y - top) / DEPTH;
      const open = half.top + (half.bottom - half.top) * down;
      return middle + side * open - lean * down;
    };
    const outer = side < 0 ? END.left : END.left + END.width;
    return (
      `M${outer} ${top} L${x(top) + side * radius} ${top} ` +
      `Q${x(top)} ${top} ${x(top + radius)} ${top + radius} ` +
      `Q${x(top + DEPTH * 0.16) + side * hollow * 1.6} ${top + DEPTH * 0.16} ${x(top + DEPTH * 0.3)} ${top + DEPTH * 0.3} ` +
      `Q${x(top + DEPTH * 0.6) + side * dish * 2} ${top + DEPTH * 0.6} ${x(bottom - washed)} ${bottom - washed} ` +
      `Q${x(bottom)} ${bottom} ${x(bottom) + side * washed} ${bottom} L${outer} ${bottom} Z`
    );
  };
  const slag = face.slag_mm * scale;
  const heat = face.heat_band_mm * scale * 0.5;
  return (
    <g>
      {face.uncut > 0.01 && (
        <rect x={middle - 20} y={floor} width="40" height={bottom - floor} fill="var(--steel)" />
      )}
      {([-1, 1] as const).map((side) => (
        <g key={side}>
          <path d={half_plate(side)} fill="var(--steel)" stroke="var(--ink)" strokeWidth="1.5" />
          <rect
            x={side < 0 ? middle - half.top - heat : middle + half.top}
            y={top - 5}
            width={Math.min(heat, END.width / 2 - half.top)}
            height="4"
            fill="var(--heat-blue)"
            opacity="0.75"
          />
          {face.top_beads > 0.1 && (
            <circle cx={middle + side * (half.top + 4)} cy={top - 2} r="3.4" fill="var(--ink)" />
          )}
          {slag > 0.6 && (
            <path
              d={`M${middle + side * half.bottom - lean} ${bottom} q${side * 3} ${slag * 1.3} ${side * 7} ${slag * 0.9} q${side * 4} ${-slag * 0.2} ${side * 6} ${-slag * 0.9} Z`}
              fill={face.slag_held > 0.45 ? "var(--ink)" : "var(--steel-2)"}
              stroke="var(--ink)"
              strokeWidth="0.8"
            />
          )}
        </g>
      ))}
      {face.blown_up > 0.1 &&
        [-9, -3, 4, 10].map((x, i) => (
          <path
            key={x}
            d={`M${middle} ${top} q${x / 2} ${-14} ${x} ${-18 - 14 * face.blown_up * scatter(i)}`}
            fill="none"
            stroke="var(--heat-orange)"
            strokeWidth="2"
          />
        ))}
    </g>
  );
}

/** The lines of the face, one below the other's lag, and what else runs along it. */
function FaceLines({ face, scale }: Parts) {
  const spacing = Math.max(face.line_spacing_mm * scale, 5);
  const count = Math.floor(SIDE.width / spacing) + 30;
  return (
    <>
      {Array.from({ length: count }, (_, i) => {
        const wild = (scatter(i) - 0.5) * face.line_uneven;
        const x = SIDE.left + i * spacing + wild * spacing * 1.5;
        const drag = face.drag_mm * scale * (1 + wild * 3);
        return (
          <path
            // biome-ignore lint/suspicious/noArrayIndexKey: drag lines are alike
            key={i}
            d={`M${x} ${TOP} Q${x} ${TOP + DEPTH * 0.55} ${x - drag} ${TOP + DEPTH}`}
            fill="none"
            stroke="var(--steel-2)"
            strokeWidth="1.3"
          />
        );
      })}
      {Array.from({ length: Math.round(face.gouged * 9) }, (_, i) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: grooves are alike
          key={i}
          d={`M${SIDE.left + 14 + i * 29} ${TOP + DEPTH * (0.15 + 0.35 * scatter(i + 3))} q-3 ${DEPTH * 0.2} -7 ${DEPTH * (0.2 + 0.2 * scatter(i))}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="4"
          strokeLinecap="round"
          opacity="0.75"
        />
      ))}
    </>
  );
}

/** A string of hardened drops along the top corner, in one path. */
function beads(part: number): string {
  const drop = (_: unknown, i: number) => {
    const r = 2.4 + 2 * scatter(i);
    return `M${SIDE.left + 6 + i * 11 - r} ${TOP - 1} a${r} ${r} 0 1 0 ${2 * r} 0 a${r} ${r} 0 1 0 ${-2 * r} 0 Z`;
  };
  return Array.from({ length: Math.round(24 * part) }, drop).join(" ");
}

function SideView({ face, scale }: Parts) {
  const clip = useId();
  const right = SIDE.left + SIDE.width;
  const bottom = TOP + DEPTH;
  const wave = face.wave_mm * scale;
  const pitch = Math.max(face.wave_pitch_mm * scale * 0.5, 9);
  const waves = Math.ceil(SIDE.width / pitch);
  const lost = SIDE.left + SIDE.width * face.kept_to;
  const radius = Math.min(face.top_radius_mm * scale, DEPTH / 3);
  const slag = face.slag_mm * scale;
  const drops = Math.floor(SIDE.width / 13);
  return (
    <g>
      <clipPath id={clip}>
        <rect x={SIDE.left} y={TOP} width={SIDE.width} height={DEPTH} />
      </clipPath>
      <rect
        x={SIDE.left}
        y={TOP - 5 - Math.min(face.heat_band_mm * scale * 0.25, 26)}
        width={SIDE.width}
        height={Math.min(face.heat_band_mm * scale * 0.25, 26) + 4}
        fill="var(--heat-blue)"
        opacity="0.28"
      />
      <rect x={SIDE.left} y={TOP} width={SIDE.width} height={DEPTH} fill="var(--face)" />
      <g clipPath={`url(#${clip})`}>
        <FaceLines face={face} scale={scale} />
        {wave > 0.5 &&
          Array.from({ length: waves }, (_, i) => (
            <rect
              // biome-ignore lint/suspicious/noArrayIndexKey: waves are alike
              key={i}
              x={SIDE.left + i * pitch}
              y={TOP}
              width={pitch / 2}
              height={DEPTH}
              fill="var(--ink)"
              opacity={Math.min(0.28, wave * 0.05)}
            />
          ))}
        <rect
          x={SIDE.left}
          y={TOP}
          width={SIDE.width}
          height={radius}
          fill="var(--sheet)"
          opacity="0.65"
        />
        {face.undercut_mm > 0.1 && (
          <rect
            x={SIDE.left}
            y={TOP + DEPTH * 0.1}
            width={SIDE.width}
            height={DEPTH * 0.12}
            fill="var(--ink)"
            opacity={Math.min(0.5, face.undercut_mm * 0.3)}
          />
        )}
        {face.dish_mm > 0.1 && (
          <ellipse
            cx={SIDE.left + SIDE.width / 2}
            cy={TOP + DEPTH * 0.58}
            rx={SIDE.width / 2}
            ry={DEPTH * 0.26}
            fill="var(--ink)"
            opacity={Math.min(0.4, face.dish_mm * 0.2)}
          />
        )}
        {face.uncut > 0.01 && (
          <rect
            x={SIDE.left}
            y={bottom - face.uncut * DEPTH}
            width={SIDE.width}
            height={face.uncut * DEPTH}
            fill="var(--steel)"
          />
        )}
        {face.corner_left_mm > 0.1 && (
          <path
            d={`M${right} ${bottom} h${-face.corner_left_mm * scale} L${right} ${bottom - face.corner_left_mm * scale * 1.1} Z`}
            fill="var(--steel)"
            stroke="var(--ink)"
          />
        )}
        {face.kept_to < 0.99 && (
          <rect x={lost} y={TOP} width={right - lost} height={DEPTH} fill="var(--steel)" />
        )}
      </g>
      <rect
        x={SIDE.left}
        y={TOP}
        width={SIDE.width}
        height={DEPTH}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {face.notch_mm > 0.1 && (
        <path
          d={`M${SIDE.left + 126} ${TOP} q8 ${DEPTH * 0.5} 0 ${DEPTH} h16 q8 ${-DEPTH * 0.5} 0 ${-DEPTH} Z`}
          fill="var(--ink)"
          opacity="0.8"
        />
      )}
      {face.top_beads > 0.1 && <path d={beads(face.top_beads)} fill="var(--ink)" />}
      {slag > 0.6 &&
        Array.from({ length: drops }, (_, i) => (
          <path
            // biome-ignore lint/suspicious/noArrayIndexKey: drops are alike
            key={i}
            d={`M${SIDE.left + i * 13 + 1} ${bottom} q5 ${slag * (1.2 + scatter(i))} ${face.slag_held > 0.45 ? 12 : 7} 0 Z`}
            fill={face.slag_held > 0.45 ? "var(--ink)" : "var(--steel-2)"}
            stroke="var(--ink)"
            strokeWidth="0.8"
          />
        ))}
    </g>
  );
}

/** The views without a frame, for who draws around them. */
export function CutFace({ face }: { face: FaceFigures }) {
  const scale = DEPTH / face.thickness_mm;
  return (
    <g>
      <EndView face={face} scale={scale} />
      <SideView face={face} scale={scale} />
    </g>
  );
}

const CROPS = {
  both: `0 0 ${FACE_VIEW.width} ${FACE_VIEW.height}`,
  end: `${END.left} 16 ${END.width} 168`,
  face: `${SIDE.left + SIDE.width - 150} 28 154 156`,
};

type DrawingProps = { face: FaceFigures; label: string; crop?: keyof typeof CROPS };

/** A drawn edge with its words; cropped to one of its views where it stands beside a line of text. */
export function CutFaceDrawing({ face, label, crop = "both" }: DrawingProps) {
  return (
    <svg
      viewBox={CROPS[crop]}
      className="block w-full"
      role="img"
      aria-label={`${label}: ${words(face)}`}
    >
      <CutFace face={face} />
    </svg>
  );
}
