/** Trials of the shop: one is designed, its order drawn, and what each strip came to is typed in. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { once } from "@/api/once";
import { MEASURES, TRIAL } from "@/text/record/trial";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { useKept } from "@/ui/kept";
import { May } from "@/ui/session";
import { Empty, Failed, Loading } from "@/ui/states";
import { TextField } from "@/ui/text-field";
import { Strips } from "./Strips";
import { measured } from "./trial";

type Trial = Schemas["TrialView"];

const COUNTS = ["3", "4", "5", "6", "8", "10"].map((value) => ({ value, text: value }));
const AT_FIRST = { name: "", way_a: "", way_b: "", measure: "clean_up_min", each: "4" };

function Make({ onMade }: { onMade: (id: string) => void }) {
  const queries = useQueryClient();
  const [said, setSaid] = useKept("galvanon.record.trial", AT_FIRST);
  const make = useMutation({
    mutationFn: () => {
      const body = { ...said, each: Number(said.each) };
      return once(["trial", body], body, (id, body) =>
        data(api.PUT("/api/v1/trials/{id}", { params: { path: { id } }, body })),
      );
    },
    onSuccess: async (trial) => {
      await queries.invalidateQueries({ queryKey: keys.trials });
      setSaid({ ...AT_FIRST, measure: said.measure, each: said.each });
      onMade(trial.id);
    },
  });
  return (
    <form
      className="grid items-end gap-2 rounded-md border border-line bg-sheet p-3 sm:grid-cols-2 lg:grid-cols-3 print:hidden"
      onSubmit={(event) => {
        event.preventDefault();
        make.mutate();
      }}
    >
      <TextField
        label={TRIAL.name}
        value={said.name}
        onChange={(name) => setSaid({ ...said, name })}
      />
      <TextField
        label={TRIAL.a}
        value={said.way_a}
        onChange={(way_a) => setSaid({ ...said, way_a })}
      />
      <TextField
        label={TRIAL.b}
        value={said.way_b}
        onChange={(way_b) => setSaid({ ...said, way_b })}
      />
      <Choice
        label={TRIAL.measure}
        value={said.measure}
        options={Object.entries(MEASURES).map(([value, text]) => ({ value, text }))}
        onChange={(measure) => setSaid({ ...said, measure })}
      />
      <Choice
        label={TRIAL.each}
        value={said.each}
        options={COUNTS}
        onChange={(each) => setSaid({ ...said, each })}
      />
      <Button look="next" type="submit" className="justify-self-start">
        {TRIAL.make}
      </Button>
      {make.error && <Failed error={make.error} />}
    </form>
  );
}

function Row({ trial, open, onOpen }: { trial: Trial; open: boolean; onOpen: () => void }) {
  const [done, all] = measured(trial);
  return (
    <li data-trial={trial.name} className={open ? "" : "print:hidden"}>
      <button
        type="button"
        aria-expanded={open}
        onClick={onOpen}
        className="flex w-full flex-wrap items-baseline gap-x-4 px-3 py-2 text-left hover:bg-accent-soft"
      >
        <span className="font-semibold">{trial.name}</span>
        <span className="text-sm text-ink-2">
          {trial.way_a} / {trial.way_b}
        </span>
        <span className="ml-auto text-sm tabular-nums text-ink-2">
          {done} of {all}
        </span>
      </button>
      {open && <Strips key={trial.version} trial={trial} />}
    </li>
  );
}

export function Trials() {
  const [open, setOpen] = useState<string | null>(null);
  const trials = useQuery({
    queryKey: keys.trials,
    queryFn: () => data(api.GET("/api/v1/trials", { params: { query: { limit: 200 } } })),
  });
  return (
    <section aria-label={TRIAL.design} className="flex flex-col gap-2">
      <h2 className="text-lg font-semibold print:hidden">{TRIAL.design}</h2>
      <p className="max-w-3xl text-sm text-ink-2 print:hidden">{TRIAL.designLead}</p>
      <May right="burn">
        <Make onMade={setOpen} />
      </May>
      {trials.isPending && <Loading what={TRIAL.design} />}
      {trials.error && <Failed error={trials.error} onRetry={() => void trials.refetch()} />}
      {trials.data?.trials.length === 0 && <Empty>{TRIAL.none}</Empty>}
      <ul className="divide-y divide-line rounded-md border border-line bg-sheet empty:hidden">
        {trials.data?.trials.map((trial) => (
          <Row
            key={trial.id}
            trial={trial}
            open={open === trial.id}
            onOpen={() => setOpen(open === trial.id ? null : trial.id)}
          />
        ))}
      </ul>
    </section>
  );
}
