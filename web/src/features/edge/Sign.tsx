/** A sign to be touched: drawn, said, and whether it was seen or looked for in vain. */
import { EyeOff } from "lucide-react";
import { CutFaceDrawing, type FaceFigures } from "@/draw/cut-face";
import { FLAMES, FlameDrawing } from "@/draw/flame";
import { Mark } from "@/ui/mark";
import type { Answers, Finding } from "./model";

/** Where a sign shows best. */
const CROPS: Record<string, "end" | "face"> = { face: "face", "bottom edge": "face" };
const SEEN_FROM_THE_END = ["dross_beads_bottom_corner", "face_concave", "out_of_square"];

/** A sign drawn: the right edge with just that changed, or the flame in that state. */
function Picture({ finding, right }: { finding: Finding; right: FaceFigures }) {
  const flame = FLAMES[finding.code];
  if (flame !== undefined) {
    return (
      <span className="w-14 shrink-0">
        <FlameDrawing flame={flame} label="" />
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

export function Sign({
  finding,
  right,
  answers,
  onAnswer,
}: {
  finding: Finding;
  right: FaceFigures;
  answers: Answers;
  onAnswer: (code: string, seen: boolean) => void;
}) {
  const seen = answers.present.includes(finding.code);
  const not = answers.absent.includes(finding.code);
  return (
    <li className="flex gap-1" data-finding={finding.code}>
      <button
        type="button"
        aria-pressed={seen}
        onClick={() => onAnswer(finding.code, true)}
        className="flex min-h-11 flex-1 items-center gap-2 rounded-md border border-line bg-sheet px-3 py-1.5 text-left text-sm hover:border-accent aria-pressed:border-2 aria-pressed:border-accent aria-pressed:bg-accent-soft"
      >
        <Picture finding={finding} right={right} />
        {finding.dangerous && <Mark level="stop" />}
        <span>{finding.text}</span>
      </button>
      <button
        type="button"
        aria-pressed={not}
        aria-label={`Looked, not so: ${finding.text}`}
        onClick={() => onAnswer(finding.code, false)}
        className="grid w-11 place-items-center rounded-md border border-line bg-sheet text-ink-2 hover:border-accent aria-pressed:border-2 aria-pressed:border-ink aria-pressed:text-ink"
      >
        <EyeOff size={16} aria-hidden="true" />
      </button>
    </li>
  );
}
