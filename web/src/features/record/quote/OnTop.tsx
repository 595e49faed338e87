/** What goes on top of the cuts: setting up once, overhead, margin. */
import { QUOTE } from "@/text/quote";
import { MeasureField } from "@/ui/measure-field";

export type Top = { set_up_s: number; overhead_percent: number; margin_percent: number };

/** Half an hour, and nothing on top until the shop says so. Source: ours. */
export const USUAL_TOP: Top = { set_up_s: 1800, overhead_percent: 0, margin_percent: 0 };

const MINUTE = 60; // s

type Props = { top: Top; onChange: (top: Top) => void };

export function OnTop({ top, onChange }: Props) {
  return (
    <>
      <MeasureField
        label={QUOTE.setUp}
        kind="ratio"
        value={top.set_up_s / MINUTE}
        onCommit={(minutes) => onChange({ ...top, set_up_s: minutes * MINUTE })}
      />
      <MeasureField
        label={QUOTE.overhead}
        kind="percent"
        value={top.overhead_percent}
        onCommit={(overhead_percent) => onChange({ ...top, overhead_percent })}
      />
      <MeasureField
        label={QUOTE.margin}
        kind="percent"
        value={top.margin_percent}
        onCommit={(margin_percent) => onChange({ ...top, margin_percent })}
      />
    </>
  );
}
