/** What a work is asked by: its measures, its choices, its rows. */
import { WORK, WORK_WORDS } from "@/text/work";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { FuelPicker } from "../FuelPicker";
import { type HeatingHead, headOf, withHead } from "./heads";
import { choicesOf, MEASURES, numberOf, type Said, wordOf } from "./kinds";
import { Dial, Pieces } from "./Rows";

type Props = {
  said: Said;
  onSaid: (said: Said) => void;
  /** What the server refuses, by field. */
  refused: Record<string, string>;
  /** The heating heads in the rack. */
  heads?: readonly HeatingHead[];
};

/** In this kind of choice "stud" is the thread that is saved, not the thing that comes off. */
function called(choice: string, option: string): string {
  const code = choice === "save" && option === "stud" ? "thread" : option;
  return WORK_WORDS[code] ?? code;
}

/** In place of a head: its flow is typed. */
const TYPED = "typed";

export function Asked({ said, onSaid, refused, heads = [] }: Props) {
  const { kind } = said;
  const number = (name: string, value: number | null) =>
    onSaid({
      ...said,
      numbers: { ...said.numbers, [kind]: { ...said.numbers[kind], [name]: value } },
    });
  return (
    <div className="flex min-w-0 flex-col gap-3">
      <FuelPicker value={said.fuel} onChange={(fuel) => onSaid({ ...said, fuel })} />
      {kind === "heat" && heads.length > 0 && (
        <Choice
          label={WORK.head}
          value={headOf(said, heads)?.label ?? TYPED}
          options={[
            ...heads.map(({ label }) => ({ value: label, text: label })),
            { value: TYPED, text: WORK.byHand },
          ]}
          onChange={(label) => {
            const head = heads.find((each) => each.label === label);
            if (head) onSaid(withHead(said, head));
          }}
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
