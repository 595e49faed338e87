/** What one sees on the edge, by pictures. */
import { SignPicture } from "@/draw/sign";
import { RUN } from "@/text/run";
import type { Doc } from "../model";
import { Big } from "../panels/Big";

/** Signs that are told by their picture, before the outcome or not at all. */
const SIGNS = [
  "drag_lines_raked",
  "dross_hard",
  "top_edge_rounded",
  "face_gouged",
  "notch_at_stop",
  "not_through",
  "kerf_wide",
  "out_of_square",
];

export function Signs({
  signs,
  seen,
  onSeen,
}: {
  signs: Doc["signs"];
  seen: string[];
  onSeen: (seen: string[]) => void;
}) {
  const shown = SIGNS.flatMap((code) => signs.findings.filter((each) => each.code === code));
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="pb-1 text-xl">{RUN.signs}</legend>
      <div className="grid gap-2 md:grid-cols-2">
        {shown.map((finding) => {
          const on = seen.includes(finding.code);
          return (
            <Big
              key={finding.code}
              look={on ? "picked" : "plain"}
              aria-pressed={on}
              onClick={() =>
                onSeen(on ? seen.filter((each) => each !== finding.code) : [...seen, finding.code])
              }
              className="justify-start text-left"
              data-sign={finding.code}
            >
              <SignPicture finding={finding} right={signs.right} />
              {finding.text}
            </Big>
          );
        })}
      </div>
    </fieldset>
  );
}
