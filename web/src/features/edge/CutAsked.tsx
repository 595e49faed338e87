/** The cut an edge belongs to: thickness, how the torch is moved, the fuel. */
import { FuelPicker } from "@/cut/FuelPicker";
import { options } from "@/text";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import type { Cut } from "./model";

const PROCESSES = options(["freehand", "guided", "machine"]);

export function CutAsked({
  cut,
  onChange,
  error,
}: {
  cut: Cut;
  onChange: (cut: Cut) => void;
  /** What is wrong with the thickness. */
  error?: string | undefined;
}) {
  return (
    <div className="flex flex-col gap-2">
      <div className="grid grid-cols-2 gap-3">
        <MeasureField
          label="Thickness"
          kind="length"
          value={cut.thickness}
          error={error}
          onCommit={(thickness) => onChange({ ...cut, thickness })}
        />
        <Choice
          label="Torch is moved"
          value={cut.process}
          options={PROCESSES}
          onChange={(process) => onChange({ ...cut, process })}
        />
      </div>
      <FuelPicker value={cut.fuel} onChange={(fuel) => onChange({ ...cut, fuel })} />
    </div>
  );
}
