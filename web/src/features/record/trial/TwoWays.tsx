/** Two ways of cutting held against each other: what was measured of each, and how sure the answer is. */
import { useQuery } from "@tanstack/react-query";
import { useId } from "react";
import { ApiFailure, api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { RECORD } from "@/text/record";
import { Choice } from "@/ui/choice";
import { useKept } from "@/ui/kept";
import { numbersOf } from "../model";
import { Answer } from "./Answer";

type Typed = { a: string; b: string; better: string };

export function TwoWays() {
  const [typed, setTyped] = useKept<Typed>("galvanon.record.two-ways", {
    a: "",
    b: "",
    better: "lower",
  });
  const [a, b] = [numbersOf(typed.a), numbersOf(typed.b)];
  const ready =
    a.odd.length + b.odd.length === 0 && Math.min(a.numbers.length, b.numbers.length) > 1;
  const body = { a: a.numbers, b: b.numbers, better: typed.better };
  const judged = useQuery({
    queryKey: keys.trial(body),
    enabled: ready,
    retry: false,
    queryFn: () => data(api.POST("/api/v1/trials/judge", { body })),
  });
  const failure = judged.error instanceof ApiFailure ? judged.error.message : null;
  return (
    <section aria-label={RECORD.twoWays} className="flex max-w-3xl flex-col gap-3">
      <p className="text-sm text-ink-2">{RECORD.twoLead}</p>
      <div className="grid gap-3 sm:grid-cols-2">
        <Numbers
          label={RECORD.aTitle}
          text={typed.a}
          odd={a.odd}
          onText={(text) => setTyped({ ...typed, a: text })}
        />
        <Numbers
          label={RECORD.bTitle}
          text={typed.b}
          odd={b.odd}
          onText={(text) => setTyped({ ...typed, b: text })}
        />
      </div>
      <Choice
        label={RECORD.better}
        value={typed.better}
        options={[
          { value: "lower", text: RECORD.lower },
          { value: "higher", text: RECORD.higher },
        ]}
        onChange={(better) => setTyped({ ...typed, better })}
      />
      {failure !== null && <p className="text-sm text-stop">{failure}</p>}
      {ready && judged.data !== undefined && <Answer judged={judged.data} />}
    </section>
  );
}

type NumbersProps = { label: string; text: string; odd: string[]; onText: (text: string) => void };

function Numbers({ label, text, odd, onText }: NumbersProps) {
  const id = useId();
  return (
    <div className="flex flex-col gap-0.5">
      <label htmlFor={id} className="text-xs text-ink-2">
        {label}, {RECORD.numbers}
      </label>
      <textarea
        id={id}
        rows={3}
        value={text}
        aria-invalid={odd.length > 0}
        data-numbers={label}
        onChange={(event) => onText(event.target.value)}
        className="rounded-md border border-line-strong bg-sheet p-2 text-sm tabular-nums aria-invalid:border-stop"
      />
      {odd.length > 0 && <p className="text-xs text-stop">{odd.join(", ")}</p>}
    </div>
  );
}
