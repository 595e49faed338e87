/** A cut edge drawn from its figures: the plate seen from the end, and the face seen from the side. */
import { EndView } from "./end-view";
import { FACE_VIEW, type FaceFigures, words } from "./face";
import { SideView } from "./side-view";

export { along, FACE_VIEW, type FaceFigures } from "./face";

const { end: END, face: SIDE, depth: DEPTH } = FACE_VIEW;

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
