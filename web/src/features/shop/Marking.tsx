/** How the shop marks a plate: what its line is to the cut, which side is hatched, how closely it is punched. */
import { MARKING } from "@/text/layout";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { type MarkingSaid, markingOf } from "./marking";

type Props = { kept: unknown; error: string | undefined; onCommit: (said: MarkingSaid) => void };

const LINES = [
  { value: "leave", text: MARKING.leave },
  { value: "on", text: MARKING.on },
];
const SIDES = [
  { value: "kept", text: MARKING.kept },
  { value: "scrap", text: MARKING.scrap },
];

export function Marking({ kept, error, onCommit }: Props) {
  const said = markingOf(kept);
  return (
    <section aria-labelledby="marking" className="flex flex-col gap-2">
      <h2 id="marking" className="text-lg font-semibold">
        {MARKING.title}
      </h2>
      <p className="text-sm text-ink-2">{MARKING.about}</p>
      <div className="grid gap-3 sm:grid-cols-4">
        <Choice
          label={MARKING.line}
          value={said.line}
          options={LINES}
          onChange={(line) => onCommit({ ...said, line })}
        />
        <Choice
          label={MARKING.hatched}
          value={said.hatched}
          options={SIDES}
          onChange={(hatched) => onCommit({ ...said, hatched })}
        />
        <MeasureField
          label={MARKING.straight}
          kind="length"
          value={said.punch_straight_mm}
          onCommit={(punch_straight_mm) => onCommit({ ...said, punch_straight_mm })}
        />
        <MeasureField
          label={MARKING.curve}
          kind="length"
          value={said.punch_curve_mm}
          onCommit={(punch_curve_mm) => onCommit({ ...said, punch_curve_mm })}
        />
      </div>
      {error !== undefined && (
        <p className="text-sm text-stop" role="alert" data-refused="marking">
          {error}
        </p>
      )}
    </section>
  );
}
