/** What goes on top of the cuts: setting up once, steel and freight, the machine's hour, overhead, margin. */
import { QUOTE } from "@/text/record/quote";
import { MeasureField } from "@/ui/measure-field";
import type { Top } from "./quote";

const MINUTE = 60; // s

type Props = { top: Top; onChange: (top: Top) => void };

export function OnTop({ top, onChange }: Props) {
  const { besides } = top;
  const bought = (change: Partial<Top["besides"]>) =>
    onChange({ ...top, besides: { ...besides, ...change } });
  return (
    <>
      <MeasureField
        label={QUOTE.setUp}
        kind="ratio"
        value={top.set_up_s / MINUTE}
        onCommit={(minutes) => onChange({ ...top, set_up_s: minutes * MINUTE })}
      />
      <MeasureField
        label={QUOTE.machineHour}
        kind="money"
        value={besides.machine_h}
        onCommit={(machine_h) => bought({ machine_h })}
      />
      <MeasureField
        label={QUOTE.steel}
        kind="steel_price"
        value={besides.steel_kg}
        onCommit={(steel_kg) => bought({ steel_kg })}
      />
      <MeasureField
        label={QUOTE.plate}
        kind="money"
        value={besides.plate}
        onCommit={(plate) => bought({ plate })}
      />
      <MeasureField
        label={QUOTE.used}
        kind="percent"
        value={besides.used_percent}
        onCommit={(used_percent) => bought({ used_percent })}
      />
      <MeasureField
        label={QUOTE.freight}
        kind="money"
        value={besides.freight}
        onCommit={(freight) => bought({ freight })}
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
