/** A sign to be touched: drawn, said, and whether it was seen or looked for in vain. */
import { EyeOff } from "lucide-react";
import type { FaceFigures } from "@/draw/cut-face";
import { SignPicture } from "@/draw/sign";
import { Mark } from "@/ui/mark";
import type { Answers, Finding } from "./model";

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
        <SignPicture finding={finding} right={right} />
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
