/** The cut face from the side: its lines, its corners, what hangs below. */
import { useId } from "react";
import { beads, FACE_VIEW, type FaceFigures, isHard, scatter } from "./face";

const { face: SIDE, top: TOP, depth: DEPTH } = FACE_VIEW;
type Parts = { face: FaceFigures; scale: number };

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

export function SideView({ face, scale }: Parts) {
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
            d={`M${SIDE.left + i * 13 + 1} ${bottom} q5 ${slag * (1.2 + scatter(i))} ${isHard(face) ? 12 : 7} 0 Z`}
            fill={isHard(face) ? "var(--ink)" : "var(--steel-2)"}
            stroke="var(--ink)"
            strokeWidth="0.8"
          />
        ))}
    </g>
  );
}
