/** A sign drawn: the right edge with just that changed, the flame in that state, or the torch. */
import type { Schemas } from "@/api/client";
import { CutFaceDrawing, type FaceFigures } from "./cut-face";
import { FLAMES, FlameDrawing } from "./torch/flame";
import { hasTorchSign, TorchSign } from "./torch/torch-sign";

type Finding = Schemas["FindingWire"];

/** Where a sign shows best. */
const CROPS: Record<string, "end" | "face"> = { face: "face", "bottom edge": "face" };
const SEEN_FROM_THE_END = ["dross_beads_bottom_corner", "face_concave", "out_of_square"];

/** Whether a code of flame, torch or metal has a picture. */
export const hasPicture = (code: string) => FLAMES[code] !== undefined || hasTorchSign(code);

/** The picture of a flame, a torch or a metal by its code; nothing where it has none. */
export function CodePicture({ code }: { code: string }) {
  const flame = FLAMES[code];
  if (flame !== undefined) return <FlameDrawing flame={flame} label="" />;
  return hasTorchSign(code) ? <TorchSign code={code} label="" /> : null;
}

export function SignPicture({ finding, right }: { finding: Finding; right: FaceFigures }) {
  if (hasPicture(finding.code)) {
    return (
      <span className="w-14 shrink-0">
        <CodePicture code={finding.code} />
      </span>
    );
  }
  if (Object.keys(finding.changes).length === 0) return null;
  const end = SEEN_FROM_THE_END.includes(finding.code);
  return (
    <span className="w-20 shrink-0">
      <CutFaceDrawing
        face={{ ...right, ...finding.changes }}
        label=""
        crop={end ? "end" : (CROPS[finding.place] ?? "end")}
      />
    </span>
  );
}
