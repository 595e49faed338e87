/** The cut edge from the end of the plate: both halves, the kerf between them. */
import { FACE_VIEW, type FaceFigures, halfPlate, isHard, kerfOf, scatter } from "./face";

const { end: END, top: TOP, depth: DEPTH } = FACE_VIEW;

/** Both halves of the plate from the end, the kerf between them. */
export function EndView({ face, scale }: { face: FaceFigures; scale: number }) {
  const middle = END.left + END.width / 2;
  const [top, bottom] = [TOP, TOP + DEPTH];
  const { half, lean } = kerfOf(face, scale);
  const floor = bottom - face.uncut * DEPTH;
  const slag = face.slag_mm * scale;
  const heat = face.heat_band_mm * scale * 0.5;
  return (
    <g>
      {face.uncut > 0.01 && (
        <rect x={middle - 20} y={floor} width="40" height={bottom - floor} fill="var(--steel)" />
      )}
      {([-1, 1] as const).map((side) => (
        <g key={side}>
          <path
            d={halfPlate(face, scale, side)}
            fill="var(--steel)"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
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
              fill={isHard(face) ? "var(--ink)" : "var(--steel-2)"}
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
