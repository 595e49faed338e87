/** A quote: to print, to change, to hold against what was burnt. */

import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { Printer } from "lucide-react";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { fill } from "@/text/fill";
import { QUOTE } from "@/text/record/quote";
import { Button, buttonLook } from "@/ui/button";
import { useCurrency } from "@/ui/currency";
import { May } from "@/ui/session";
import { Failed, Loading } from "@/ui/states";
import { Change } from "./Change";
import { Lines, Steel } from "./Lines";
import { type Found, money, range, type Top } from "./quote";
import { Burnt, Other, Parts } from "./Shares";

export function QuotePage() {
  const { quoteId } = useParams({ from: "/quotes/$quoteId" });
  const currency = useCurrency();
  const quote = useQuery({
    queryKey: keys.quote(quoteId),
    queryFn: () => data(api.GET("/api/v1/quotes/{id}", { params: { path: { id: quoteId } } })),
  });
  if (quote.isPending) return <Loading what={QUOTE.title} />;
  if (quote.error) return <Failed error={quote.error} onRetry={() => void quote.refetch()} />;
  const shown = quote.data;
  const found = shown.found as Found;
  const asked = shown.asked as Partial<Top>;
  const day = new Date(shown.changed_at).toLocaleDateString();
  return (
    <article
      className="mx-auto flex w-full max-w-[820px] flex-col gap-4"
      data-quote={shown.version}
    >
      <div className="flex flex-wrap items-center gap-2 print:hidden">
        <Link to="/record" search={{ part: "quotes" }} className="text-sm underline">
          {QUOTE.back}
        </Link>
        <span className="flex-1" />
        <a
          className={buttonLook("quiet")}
          href={`/api/v1/quotes/${quoteId}/lines.csv`}
          download={`${shown.name}.csv`}
        >
          {QUOTE.csv}
        </a>
        <Button look="next" onClick={() => window.print()}>
          <Printer size={16} aria-hidden="true" /> {QUOTE.print}
        </Button>
      </div>
      <header className="flex flex-wrap items-end justify-between gap-2 border-b-2 border-ink pb-2">
        <div>
          <h1 className="text-xl font-semibold">{shown.name}</h1>
          <p className="text-sm text-ink-2">
            {fill(QUOTE.version, { version: shown.version, day })}
          </p>
          {shown.note !== "" && <p className="text-sm">{shown.note}</p>}
        </div>
        <p className="text-right">
          <strong className="block text-2xl tabular-nums" data-total="">
            {money(found.total.set, currency)}
          </strong>
          <span className="text-sm text-ink-2 tabular-nums">{range(found.total, currency)}</span>
        </p>
      </header>
      <Lines found={found} asked={asked} currency={currency} />
      <Steel found={found} jobId={shown.job_id} />
      <div className="grid gap-4 sm:grid-cols-2">
        <Parts found={found} currency={currency} />
        <Other found={found} currency={currency} />
      </div>
      <p className="text-xs text-ink-2">{QUOTE.estimates}</p>
      {shown.burnt && <Burnt burnt={shown.burnt} currency={currency} />}
      <May right="settle">
        <Change id={quoteId} version={shown.version} asked={asked} />
      </May>
      {shown.was.length > 0 && (
        <section className="print:hidden">
          <h2 className="font-semibold">{QUOTE.was}</h2>
          <ul className="text-sm">
            {shown.was.map(({ version, was }) => (
              <li key={version} data-was={version}>
                {fill(QUOTE.wasLine, {
                  version,
                  total: money((was.found as Found).total.set, currency),
                })}
              </li>
            ))}
          </ul>
        </section>
      )}
    </article>
  );
}
