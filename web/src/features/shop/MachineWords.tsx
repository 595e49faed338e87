/** The words of the shop's machine: what a program says for flame, oxygen and dwell. */
import { useEffect, useState } from "react";
import { MACHINE } from "@/text/layout";
import { Choice } from "@/ui/choice";
import { TextField } from "@/ui/text-field";
import { type Words, wordsOf } from "./machine-words";

type Props = { kept: unknown; error: string | undefined; onCommit: (words: Words) => void };

const WORDS = ["heat_on", "heat_off", "oxygen_on", "oxygen_off"] as const;
const LETTERS = ["P", "X", "F", "U", "S"].map((value) => ({ value, text: value }));
const UNITS = [
  { value: "s", text: MACHINE.seconds },
  { value: "ms", text: MACHINE.milliseconds },
];

export function MachineWords({ kept, error, onCommit }: Props) {
  const saved = wordsOf(kept);
  const [typed, setTyped] = useState(saved);
  // what was saved elsewhere shows; what is typed here stays until it is saved
  // biome-ignore lint/correctness/useExhaustiveDependencies: the saved words count, not their object
  useEffect(() => setTyped(saved), [JSON.stringify(saved)]);
  const commit = (words: Words) => {
    setTyped(words);
    if (JSON.stringify(words) !== JSON.stringify(saved)) onCommit(words);
  };
  return (
    <section aria-labelledby="machine-words" className="flex flex-col gap-2">
      <h2 id="machine-words" className="text-lg font-semibold">
        {MACHINE.title}
      </h2>
      <p className="text-sm text-ink-2">{MACHINE.about}</p>
      <div className="grid gap-3 sm:grid-cols-3 lg:grid-cols-6">
        {WORDS.map((word) => (
          <TextField
            key={word}
            label={MACHINE[word]}
            value={typed[word]}
            onChange={(next) => setTyped({ ...typed, [word]: next.toUpperCase() })}
            onBlur={() => commit(typed)}
            onKeyDown={(event) => event.key === "Enter" && commit(typed)}
          />
        ))}
        <Choice
          label={MACHINE.dwell}
          value={typed.dwell}
          options={LETTERS}
          onChange={(dwell) => commit({ ...typed, dwell })}
        />
        <Choice
          label={MACHINE.dwellIn}
          value={typed.dwell_in_ms ? "ms" : "s"}
          options={UNITS}
          onChange={(unit) => commit({ ...typed, dwell_in_ms: unit === "ms" })}
        />
      </div>
      {error !== undefined && (
        <p className="text-sm text-stop" role="alert" data-refused="machine_words">
          {error}
        </p>
      )}
    </section>
  );
}
