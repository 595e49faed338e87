/** A cut that does not plan any more: why, and its line to be typed again as it is meant. */
import { useState } from "react";
import type { CutInput, LineView } from "@/api/client";
import { QuickEntry } from "@/cut";
import { refusal, SCREEN } from "@/text";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { May } from "@/ui/session";
import { Failed } from "@/ui/states";

type Props = {
  view: LineView;
  onMend: (typed: string, input: CutInput) => void;
  /** Why the shop did not take what was typed. */
  refused: unknown;
};

export function Mend({ view, onMend, refused }: Props) {
  const { system } = usePreferences();
  const [typed, setTyped] = useState(view.line.typed);
  return (
    <section aria-label={view.line.typed} className="flex flex-col gap-3" data-mend>
      <Notice level="stop">
        {SCREEN.doesNotPlan} {view.fault && refusal(view.fault, system)}
      </Notice>
      <May right="plan">
        <QuickEntry
          label={SCREEN.typeAgain}
          text={typed}
          onText={setTyped}
          action="Change it"
          onEnter={(read) => onMend(typed, read.input as CutInput)}
        />
      </May>
      {refused != null && <Failed error={refused} />}
    </section>
  );
}
