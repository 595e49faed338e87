/** What a work is asked by: its measures, its choices, its rows. */
import { WORK, WORK_WORDS } from "@/text/work";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { FuelPicker } from "../FuelPicker";
import { choicesOf, MEASURES, numberOf, type Said, wordOf } from "./kinds";
import { carriageOf, headOf, withCarriage, withHead } from "./own";
import { Dial, Pieces } from "./Rows";
import { useOwn } from "./useOwn";

type Props = {
  said: Said;
  onSaid: (said: Said) => void;
  /** What the server refuses, by field. */
  refused: Record<string, string>;
};

/** In this kind of choice "stud" is the thread that is saved, not the thing that comes off. */
function called(choice: string, option: string): string {
  const code = choice === "save" && option === "stud" ? "thread" : option;
  return WORK_WORDS[code] ?? code;
}

/** In place of a piece of the rack: its figures are typed. */
const TYPED = "typed";

type OfRackProps<T> = {
  label: string;
  /** What stands there where none of the rack is taken. */
  none: string;
  gear: readonly T[];
  taken: T | undefined;
  onTake: (one: T) => void;
};

/** A piece of the rack that gives its figures; nothing where the rack has none. */
function OfRack<T extends { label: string }>(props: OfRackProps<T>) {
  const { label, none, gear, taken, onTake } = props;
  if (gear.length === 0) return null;
  return (
    <Choice
      label={label}
      value={taken?.label ?? TYPED}
      options={[
        ...gear.map(({ label }) => ({ value: label, text: label })),
        { value: TYPED, text: none },
      ]}
      onChange={(label) => {
        const one = gear.find((each) => each.label === label);
        if (one) onTake(one);
      }}
    />
  );
}

export function Asked({ said, onSaid, refused }: Props) {
  const { kind } = said;
  const { heads, carriages } = useOwn(kind);
  const number = (name: string, value: number | null) =>
    onSaid({
      ...said,
      numbers: { ...said.numbers, [kind]: { ...said.numbers[kind], [name]: value } },
    });
  return (
    <div className="flex min-w-0 flex-col gap-3">
      <FuelPicker value={said.fuel} onChange={(fuel) => onSaid({ ...said, fuel })} />
      {kind === "heat" && (
        <OfRack
          label={WORK.head}
          none={WORK.byHand}
          gear={heads}
          taken={headOf(said, heads)}
          onTake={(head) => onSaid(withHead(said, head))}
        />
      )}
      {kind === "rail" && (
        <OfRack
          label={WORK.carriage}
          none={WORK.ownMarks}
          gear={carriages}
          taken={carriageOf(said, carriages)}
          onTake={(carriage) => onSaid(withCarriage(said, carriage))}
        />
      )}
      <div className="grid grid-cols-2 gap-2">
        {choicesOf(said).map((choice) => (
          <Choice
            key={choice.name}
            label={choice.label}
            value={wordOf(said, choice)}
            options={choice.options.map((value) => ({ value, text: called(choice.name, value) }))}
            onChange={(word) => onSaid({ ...said, words: { ...said.words, [choice.name]: word } })}
          />
        ))}
        {MEASURES[kind].map((field) => (
          <MeasureField
            key={`${kind}.${field.name}`}
            label={field.label}
            kind={field.kind}
            value={numberOf(said, kind, field)}
            error={refused[field.name]}
            onCommit={(value) => number(field.name, value)}
            {...(field.optional ? { onClear: () => number(field.name, null) } : {})}
          />
        ))}
      </div>
      {kind === "take_apart" && (
        <Pieces rows={said.pieces} onRows={(pieces) => onSaid({ ...said, pieces })} />
      )}
      {kind === "rail" && <Dial rows={said.dial} onRows={(dial) => onSaid({ ...said, dial })} />}
      {["pieces", "dial"].map((name) =>
        refused[name] ? (
          <p key={name} className="text-sm text-stop" data-problem={name}>
            {refused[name]}
          </p>
        ) : null,
      )}
    </div>
  );
}
