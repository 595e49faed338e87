/** One thing that is known of a piece of gear: a measure, a choice, a yes, a day, the marks of a dial, the wires of a set. */
import { useState } from "react";
import { wiresOf } from "@/cut/wires";
import { Dial } from "@/cut/work/Rows";
import { options, SCREEN } from "@/text";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { dialOf, type Field, localMoment } from "./model";

type Props = {
  field: Field;
  value: unknown;
  /** What the server refuses of it. */
  problem: string | undefined;
  /** What a bore can be measured with. */
  wires: readonly number[];
  onSet: (value: unknown) => void;
};

export const WIDTH =
  "h-9 w-full rounded-md border border-line-strong bg-sheet px-2 text-sm text-ink";
const INPUTS = { text: "text", day: "date", moment: "datetime-local" } as const;

function Bore({ field, value, problem, wires, onSet }: Props & { field: { as: "measure" } }) {
  return (
    <div className="flex flex-col gap-1">
      <MeasureField
        label={field.label}
        kind={(field as Extract<Field, { as: "measure" }>).kind}
        value={typeof value === "number" ? value : null}
        error={problem}
        onCommit={onSet}
      />
      {field.key === "bore_mm" && wires.length > 0 && (
        <Choice
          label={SCREEN.byWire}
          value={String(wires.find((wire) => wire === value) ?? "")}
          options={wires.map((wire) => ({ value: String(wire), text: `${wire} mm` }))}
          onChange={(wire) => onSet(Number(wire))}
        />
      )}
    </div>
  );
}

/** The wires of a set as one types them: a row of numbers. */
function Wires({ field, value, problem, onSet }: Props) {
  const [text, setText] = useState(Array.isArray(value) ? value.join(" ") : "");
  return (
    <label className="flex flex-col gap-0.5 text-xs text-ink-2">
      {field.label}
      <input
        value={text}
        placeholder="0.6 0.8 1.0 1.2"
        onChange={({ target: { value: typed } }) => {
          setText(typed);
          onSet(wiresOf(typed));
        }}
        className={WIDTH}
      />
      {problem && <span className="text-stop">{problem}</span>}
    </label>
  );
}

export function GearField(props: Props) {
  const { field, value, problem, onSet } = props;
  if (field.as === "measure") return <Bore {...props} field={field} />;
  if (field.as === "wires") return <Wires {...props} />;
  if (field.as === "dial") {
    return (
      <div className="col-span-2">
        <Dial rows={dialOf(value)} onRows={onSet} />
        {problem && <p className="text-xs text-stop">{problem}</p>}
      </div>
    );
  }
  if (field.as === "choice") {
    return (
      <Choice
        label={field.label}
        value={String(value ?? "")}
        options={options(field.options)}
        error={problem}
        onChange={onSet}
      />
    );
  }
  if (field.as === "yes") {
    return (
      <label className="flex min-h-9 items-end gap-2 pb-1.5 text-sm">
        <input
          type="checkbox"
          className="size-5 accent-[var(--accent)]"
          checked={value === true}
          onChange={(event) => onSet(event.target.checked)}
        />
        {field.label}
      </label>
    );
  }
  return (
    <label className="flex flex-col gap-0.5 text-xs text-ink-2">
      {field.label}
      <input
        type={INPUTS[field.as]}
        value={field.as === "moment" ? localMoment(value) : String(value ?? "")}
        onChange={({ target: { value: typed } }) => {
          const kept = field.as === "moment" && typed ? new Date(typed).toISOString() : typed;
          onSet(kept === "" ? undefined : kept);
        }}
        className={WIDTH}
      />
      {problem && <span className="text-stop">{problem}</span>}
    </label>
  );
}
