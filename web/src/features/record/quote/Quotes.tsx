/** The quotes of the shop, the last changed first, and the making of one from a job. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { once } from "@/api/once";
import { QUOTE } from "@/text/record/quote";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { useCurrency } from "@/ui/currency";
import { May } from "@/ui/session";
import { Empty, Failed, Loading } from "@/ui/states";
import { TextField } from "@/ui/text-field";
import { OnTop } from "./OnTop";
import { money, range, type Top, topWith } from "./quote";

export function Quotes() {
  const currency = useCurrency();
  const quotes = useQuery({
    queryKey: keys.quotes,
    queryFn: () => data(api.GET("/api/v1/quotes", { params: { query: { limit: 200 } } })),
  });
  const total = (quote: Schemas["QuoteGlance"]) => quote.total as Schemas["MoneyBand"];
  return (
    <section aria-label={QUOTE.title} className="flex flex-col gap-4">
      <p className="max-w-3xl text-sm text-ink-2">{QUOTE.lead}</p>
      <May right="settle">
        <Make />
      </May>
      {quotes.isPending && <Loading what={QUOTE.title} />}
      {quotes.error && <Failed error={quotes.error} onRetry={() => void quotes.refetch()} />}
      {quotes.data?.quotes.length === 0 && <Empty>{QUOTE.none}</Empty>}
      <ul className="flex flex-col divide-y divide-line rounded-md border border-line bg-sheet empty:hidden">
        {quotes.data?.quotes.map((quote) => (
          <li key={quote.id} className="flex flex-wrap items-baseline gap-x-4 px-3 py-2">
            <Link
              to="/quotes/$quoteId"
              params={{ quoteId: quote.id }}
              className="min-w-48 flex-1 font-semibold underline"
            >
              {quote.name}
            </Link>
            <span className="font-semibold tabular-nums">{money(total(quote).set, currency)}</span>
            <span className="text-sm text-ink-2 tabular-nums">{range(total(quote), currency)}</span>
            <span className="text-sm text-ink-2">
              {new Date(quote.changed_at).toLocaleDateString()}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Make() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const jobs = useQuery({
    queryKey: [...keys.jobs, "to-quote"],
    queryFn: () => data(api.GET("/api/v1/jobs", { params: { query: { limit: 200 } } })),
  });
  const asked = useSearch({ from: "/record" });
  const [picked, setJob] = useState(asked.job ?? "");
  const [name, setName] = useState("");
  const [top, setTop] = useState<Top>(topWith(asked.used));
  const all = jobs.data?.jobs ?? [];
  const job = picked === "" ? (all[0]?.job.id ?? "") : picked;
  const chosen = all.find((each) => each.job.id === job);
  const make = useMutation({
    mutationFn: () => {
      const body = { job_id: job, name: name === "" ? (chosen?.job.name ?? "") : name, ...top };
      return once(["quote", body], body, (id, body) =>
        data(api.PUT("/api/v1/quotes/{id}", { params: { path: { id } }, body })),
      );
    },
    onSuccess: async (quote) => {
      await queries.invalidateQueries({ queryKey: keys.quotes });
      void navigate({ to: "/quotes/$quoteId", params: { quoteId: quote.id } });
    },
  });
  return (
    <section aria-label={QUOTE.make} className="rounded-md border border-line bg-sheet p-3">
      <form
        className="grid items-end gap-2 sm:grid-cols-2 lg:grid-cols-5"
        onSubmit={(event) => {
          event.preventDefault();
          make.mutate();
        }}
      >
        <Choice
          label={QUOTE.job}
          value={job}
          options={all.map(({ job }) => ({ value: job.id, text: job.name }))}
          onChange={setJob}
        />
        <TextField label={QUOTE.name} value={name} onChange={setName} />
        <OnTop top={top} onChange={setTop} />
        <Button look="next" type="submit" className="justify-self-start">
          {QUOTE.make}
        </Button>
      </form>
      {make.error && <Failed error={make.error} />}
    </section>
  );
}
