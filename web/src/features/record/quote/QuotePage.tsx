/** A quote: to print, to change, to hold against what was burnt. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { Printer } from "lucide-react";
import { useState } from "react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { word } from "@/text";
import { QUOTE } from "@/text/record/quote";
import { Button, buttonLook } from "@/ui/button";
import { useCurrency } from "@/ui/currency";
import { usePreferences } from "@/ui/preferences";
import { May } from "@/ui/session";
import { Failed, Loading } from "@/ui/states";
import { Wide } from "@/ui/wide";
import { clock, print } from "@/units";
import { OnTop } from "./OnTop";
import {
  against,
  type Found,
  money,
  ofTheDrawer,
  onceFor,
  range,
  shares,
  type Top,
  topOf,
  weighed,
} from "./quote";

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
            {QUOTE.version.replace("{version}", String(shown.version)).replace("{day}", day)}
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
                {QUOTE.wasLine
                  .replace("{version}", String(version))
                  .replace("{total}", money((was.found as Found).total.set, currency))}
              </li>
            ))}
          </ul>
        </section>
      )}
    </article>
  );
}

type Shown = { found: Found; currency: string };

function Lines({ found, asked, currency }: Shown & { asked: Partial<Top> }) {
  const onTop = QUOTE.onTop
    .replace("{overhead}", String(asked.overhead_percent ?? 0))
    .replace("{margin}", String(asked.margin_percent ?? 0));
  return (
    <Wide label={QUOTE.cut}>
      <table className="w-full min-w-[560px] text-left text-sm tabular-nums">
        <thead className="text-xs text-ink-2">
          <tr>
            {[QUOTE.cut, QUOTE.pieces, QUOTE.each, QUOTE.all, QUOTE.range].map((head, i) => (
              <th
                key={head}
                scope="col"
                className={`py-1 font-normal ${i > 0 ? "text-right" : ""}`}
              >
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="divide-y divide-line border-y border-line">
          {found.lines.map((line) => (
            <tr key={line.line_id} data-quoted={line.left_out === null}>
              <td className="py-1 pr-2">{line.typed}</td>
              {line.all && line.piece != null ? (
                <>
                  <td className="text-right">{line.count}</td>
                  <td className="text-right">{money(line.piece, currency)}</td>
                  <td className="text-right font-semibold">{money(line.all.set, currency)}</td>
                  <td className="text-right text-ink-2">{range(line.all, currency)}</td>
                </>
              ) : (
                <td colSpan={4} className="text-stop">
                  {QUOTE.leftOut.replace("{why}", line.left_out ?? "")}
                </td>
              )}
            </tr>
          ))}
          {onceFor(found).map(([what, amount]) => (
            <tr key={what}>
              <td className="py-1">{what}</td>
              <td colSpan={2} />
              <td className="text-right font-semibold">{money(amount, currency)}</td>
              <td />
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <td className="py-1">{onTop}</td>
            <td colSpan={2} />
            <td className="text-right font-semibold">{money(found.total.set, currency)}</td>
            <td className="text-right text-ink-2">{range(found.total, currency)}</td>
          </tr>
        </tfoot>
      </table>
    </Wide>
  );
}

/** What the pieces weigh, and where the used share of the plates is found. */
function Steel({ found, jobId }: { found: Found; jobId: string }) {
  const { system } = usePreferences();
  const { kg, unknown } = weighed(found.lines);
  return (
    <p className="text-sm text-ink-2 print:hidden" data-weighs={kg}>
      {kg > 0 ? QUOTE.weighs.replace("{mass}", print(kg, "mass", system)) : QUOTE.weighsNone}{" "}
      {unknown > 0 && QUOTE.unknown.replace("{count}", String(unknown))}{" "}
      {kg > 0 && (
        <Link to="/jobs/$jobId/nest" params={{ jobId }} className="underline">
          {QUOTE.usedWhere}
        </Link>
      )}
    </p>
  );
}

/** Where the money goes, drawn: a bar a part, to one scale. */
function Parts({ found, currency }: Shown) {
  const all = shares(found.lines);
  return (
    <section>
      <h2 className="font-semibold">{QUOTE.parts}</h2>
      <ul className="flex flex-col gap-1 text-sm tabular-nums">
        {all.map(({ part, amount, share }) => (
          <li key={part} data-part={part}>
            <span className="flex justify-between gap-2">
              <span>{QUOTE[part as keyof typeof QUOTE]}</span>
              <span>
                {money(amount, currency)}, {Math.round(share * 100)} %
              </span>
            </span>
            <svg
              viewBox="0 0 100 4"
              className="h-1.5 w-full"
              preserveAspectRatio="none"
              aria-hidden="true"
            >
              <rect width="100" height="4" className="fill-sunk" />
              <rect width={share * 100} height="4" className="fill-accent" />
            </svg>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Other({ found, currency }: Shown) {
  const names: Record<string, string> = {
    fuel: QUOTE.insteadFuel,
    process: QUOTE.insteadProcess,
    lot: QUOTE.insteadLot,
  };
  return (
    <section>
      <h2 className="font-semibold">{QUOTE.instead}</h2>
      {found.instead.length === 0 && <p className="text-sm">{QUOTE.insteadNone}</p>}
      <p className="text-xs text-ink-2">
        {ofTheDrawer(found.instead) ? QUOTE.insteadWhy : QUOTE.insteadBefore}
      </p>
      <ul className="flex flex-col gap-1 text-sm tabular-nums">
        {found.instead.map(({ what, code, total, own_tips }) => {
          const moved = Math.round(against(total, found.total) * 100);
          return (
            <li key={`${what} ${code}`} className="flex justify-between gap-2" data-instead={code}>
              <span>
                {(names[what] ?? what).replace("{code}", word(code))}
                {what !== "lot" && own_tips === false && (
                  <span className="block text-xs text-ink-2">{QUOTE.insteadSeries}</span>
                )}
              </span>
              <span>
                {money(total.set, currency)} ({signed(moved)} %)
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** `+4`, `−9`, `0`. */
const signed = (percent: number) =>
  `${percent > 0 ? "+" : percent < 0 ? "−" : ""}${Math.abs(percent)}`;

function Burnt({ burnt, currency }: { burnt: Schemas["Burnt"]; currency: string }) {
  const line = QUOTE.burntLine
    .replace("{count}", String(burnt.burns))
    .replace("{done}", clock(burnt.done_s))
    .replace("{planned}", clock(burnt.planned_s))
    .replace("{labour}", money(Math.abs(burnt.labour), currency))
    .replace("{way}", burnt.labour < 0 ? QUOTE.less : QUOTE.more);
  return (
    <section data-burnt={burnt.burns}>
      <h2 className="font-semibold">{QUOTE.burnt}</h2>
      <p className="text-sm">{line}</p>
    </section>
  );
}

type ChangeProps = { id: string; version: number; asked: Partial<Top> };

function Change({ id, version, asked }: ChangeProps) {
  const queries = useQueryClient();
  const [top, setTop] = useState<Top>(topOf(asked));
  const change = useMutation({
    mutationFn: (anew: boolean) =>
      data(
        api.PATCH("/api/v1/quotes/{id}", {
          params: { path: { id } },
          body: { version, anew, ...top },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.quotes }),
  });
  return (
    <form
      className="flex flex-col gap-2 rounded-md border border-line bg-sheet p-3 print:hidden"
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate(false);
      }}
    >
      <h2 className="font-semibold">{QUOTE.change}</h2>
      <div className="grid gap-2 sm:grid-cols-4">
        <OnTop top={top} onChange={setTop} />
      </div>
      <span className="flex flex-wrap items-center gap-2">
        <Button look="next" type="submit">
          {QUOTE.save}
        </Button>
        <Button onClick={() => change.mutate(true)}>{QUOTE.anew}</Button>
        <span className="text-sm text-ink-2">{QUOTE.anewWhy}</span>
      </span>
      {change.error && <Failed error={change.error} />}
    </form>
  );
}
