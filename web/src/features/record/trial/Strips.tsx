/** The strips of a trial in their order: cut so, each with a field for what it came to. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { MEASURES, TRIAL } from "@/text/record/trial";
import { Button } from "@/ui/button";
import { useSession } from "@/ui/session";
import { Failed } from "@/ui/states";
import { Answer } from "./Answer";
import { typedValue } from "./trial";

type Trial = Schemas["TrialView"];

export function Strips({ trial }: { trial: Trial }) {
  const queries = useQueryClient();
  const { may } = useSession();
  const [typed, setTyped] = useState<Record<number, string>>({});
  const text = (place: number) => typed[place] ?? String(trial.strips[place - 1]?.value ?? "");
  const changed = Object.keys(typed).map(Number);
  const odd = changed.filter((place) => typedValue(text(place)) === undefined);
  const note = useMutation({
    mutationFn: () => {
      const strips = changed.map((place) => ({ place, value: typedValue(text(place)) ?? null }));
      const params = { path: { id: trial.id } };
      return data(
        api.PATCH("/api/v1/trials/{id}", { params, body: { version: trial.version, strips } }),
      );
    },
    onSettled: () => queries.invalidateQueries({ queryKey: keys.trials }),
  });
  return (
    <form
      className="flex flex-col gap-2 px-3 pb-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (odd.length === 0 && changed.length > 0) note.mutate();
      }}
    >
      <h3 className="hidden text-lg font-semibold print:block">{trial.name}</h3>
      <p className="text-sm text-ink-2">
        {TRIAL.order}. {MEASURES[trial.measure] ?? trial.measure}.
      </p>
      <ol className="grid gap-1 sm:grid-cols-2" data-strips="">
        {trial.strips.map((strip, i) => {
          const place = i + 1;
          return (
            <li key={place} className="flex items-center gap-2 text-sm" data-way={strip.way}>
              <span className="w-6 text-right tabular-nums text-ink-2">{place}</span>
              <span className="min-w-0 flex-1 truncate">
                {strip.way === "a" ? trial.way_a : trial.way_b}
              </span>
              <input
                aria-label={`${TRIAL.strip} ${place}`}
                inputMode="decimal"
                value={text(place)}
                disabled={!may("burn")}
                aria-invalid={odd.includes(place)}
                onChange={(event) => setTyped({ ...typed, [place]: event.target.value })}
                className="h-9 w-24 rounded-md border border-line-strong bg-sheet px-2 text-right tabular-nums aria-invalid:border-stop"
              />
            </li>
          );
        })}
      </ol>
      {note.error && <Failed error={note.error} />}
      <div className="flex flex-wrap gap-2 print:hidden">
        {may("burn") && (
          <Button look="next" type="submit">
            Save
          </Button>
        )}
        <Button onClick={() => window.print()}>{TRIAL.print}</Button>
      </div>
      {trial.judged ? (
        <Answer judged={trial.judged} names={{ a: trial.way_a, b: trial.way_b }} />
      ) : (
        <p className="text-sm text-ink-2">{TRIAL.yet}</p>
      )}
    </form>
  );
}
