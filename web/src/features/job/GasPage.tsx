/** A job's gas and tips: cylinders through the planned order, swaps, what runs short; the fewest tips. */

import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { Chain } from "@/cut";
import { GasTimeline } from "@/draw/gas-timeline";
import { SCREEN, sentence, word } from "@/text";
import { tipName } from "@/text/tip";
import { buttonLook } from "@/ui/button";
import { useCurrency } from "@/ui/currency";
import { GasBadge } from "@/ui/gas-badge";
import { type Level, LevelWord } from "@/ui/mark";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { Empty, Failed, Loading } from "@/ui/states";
import { Wide } from "@/ui/wide";
import { clock, print } from "@/units";

/** The order in which to open what the job needs. */
function Swaps({ plan }: { plan: Schemas["GasPlan"] }) {
  const { system } = usePreferences();
  const swaps = plan.gases
    .flatMap((supply) => supply.spans.slice(1).map((span) => ({ supply, span })))
    .sort((a, b) => a.span.from_s - b.span.from_s);
  if (swaps.length === 0)
    return <p className="text-sm text-ink-2">No cylinder is swapped on this job.</p>;
  return (
    <ol className="flex flex-col gap-1 text-sm" data-swaps="">
      {swaps.map(({ supply, span }) => (
        <li key={span.cylinders.join()} className="flex items-start gap-2">
          <GasBadge gas={supply.gas} />
          <span>
            after <strong>{clock(span.from_s)}</strong>, in cut {span.first_line + 1}: to{" "}
            <strong>{span.labels.join(" and ")}</strong> (
            {print(span.start_l, "gas_volume", system)})
          </span>
        </li>
      ))}
    </ol>
  );
}

function Supplies({ plan }: { plan: Schemas["GasPlan"] }) {
  const { system } = usePreferences();
  const currency = useCurrency();
  const [why, setWhy] = useState<Schemas["GasSupply"] | null>(null);
  return (
    <>
      <ul className="grid gap-2 sm:grid-cols-2 lg:grid-cols-3">
        {plan.gases.map((supply) => (
          <li key={supply.gas} data-supply={supply.gas}>
            <button
              type="button"
              onClick={() => setWhy(supply)}
              className="flex h-full w-full flex-col text-left hover:border-accent rounded-md border border-line bg-sheet p-3 text-sm"
            >
              <span className="flex items-center gap-1.5 font-semibold">
                <GasBadge gas={supply.gas} /> {word(supply.gas)}
              </span>
              <span>
                {print(supply.needed_l, "gas_volume", system)} needed,{" "}
                {print(supply.at_hand_l, "gas_volume", system)} at hand
              </span>
              <span className="text-ink-2">
                up to {print(supply.peak_flow_l_min, "gas_flow", system)}
                {supply.limit_l_min != null &&
                  `; one cylinder gives ${print(supply.limit_l_min, "gas_flow", system)}`}
              </span>
              {supply.bank > 1 && (
                <span className="font-semibold">{supply.bank} stand together on a manifold</span>
              )}
              {supply.shortfall_l > 0 && (
                <span className="font-semibold text-stop">
                  {print(supply.shortfall_l, "gas_volume", system)} short
                </span>
              )}
              <span className="text-ink-2">
                {currency} {print(supply.cost, "money", system)}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <Chain trace={why?.trace} onClose={() => setWhy(null)} />
    </>
  );
}

function Tips({ jobId }: { jobId: string }) {
  const { system } = usePreferences();
  const tips = useQuery({
    queryKey: keys.jobTips(jobId),
    queryFn: () => data(api.GET("/api/v1/jobs/{id}/tips", { params: { path: { id: jobId } } })),
  });
  if (tips.isPending) return <Loading what="Trying the tips" />;
  if (tips.error) return <Failed error={tips.error} />;
  const { fewest, best, with_fewest, with_best, without } = tips.data;
  const saved = with_best.total_s - with_fewest.total_s;
  const changed = (tips: unknown[]) => {
    const count = Math.max(0, tips.length - 1);
    return count === 1 ? "one tip change" : `${count === 0 ? "no" : count} tip changes`;
  };
  const gas = (take: Schemas["TipsTake"]) => `${print(take.oxygen_l, "gas_volume", system)} oxygen`;
  return (
    <div className="flex flex-col gap-2" data-tips={fewest.length}>
      <p className="text-sm text-ink-2">{SCREEN.tipsLead}</p>
      <ul className="divide-y divide-line rounded-md border border-line bg-sheet">
        {fewest.map((tip) => (
          <li key={`${tip.bore_mm} ${tip.face}`} className="flex flex-col px-3 py-2">
            <span className="font-semibold">
              {tipName(tip, system)}, {word(tip.face)} face
              {tip.name && <span className="font-normal text-ink-2"> · {tip.name}</span>}
            </span>
            <span className="text-sm text-ink-2">{tip.typed.join(" · ")}</span>
          </li>
        ))}
      </ul>
      <p className="text-sm">
        With {changed(fewest)}: {clock(with_fewest.total_s)}, {gas(with_fewest)}. With the tip each
        cut is planned with, {changed(best)}: {clock(with_best.total_s)}, {gas(with_best)}.{" "}
        {Math.abs(saved) >= 1 &&
          `The fewer tips ${saved > 0 ? "save" : "cost"} ${clock(Math.abs(saved))}, changing tips counted.`}
      </p>
      {without.map((typed) => (
        <Notice key={typed} level="caution">
          No tip at hand suits: {typed}
        </Notice>
      ))}
    </div>
  );
}

export function GasPage() {
  const { jobId } = useParams({ from: "/jobs/$jobId/gas" });
  const { system } = usePreferences();
  const path = { params: { path: { id: jobId } } };
  const job = useQuery({
    queryKey: keys.job(jobId),
    queryFn: () => data(api.GET("/api/v1/jobs/{id}", path)),
  });
  const plan = useQuery({
    queryKey: keys.gasPlan(jobId),
    queryFn: () => data(api.GET("/api/v1/jobs/{id}/gas-plan", path)),
  });
  if (plan.isPending || job.isPending)
    return <Loading what="Running the cuts through the cylinders" />;
  if (plan.error) return <Failed error={plan.error} onRetry={() => void plan.refetch()} />;
  const { notes } = plan.data;
  const rack = notes.filter((note) => note.code.startsWith("cylinder_"));
  const mine = notes.filter((note) => !note.code.startsWith("cylinder_"));
  const stopped = plan.data.stopped;
  return (
    <div className="flex flex-col gap-4" data-gas-plan={plan.data.verdict}>
      <header className="flex flex-wrap items-center justify-between gap-2">
        <div>
          <h1 className="text-lg font-semibold">Gas and tips: {job.data?.job.name}</h1>
          <p className="text-sm text-ink-2">
            {SCREEN.gasLead} {clock(plan.data.total_s)} in all, acetylene drawn at{" "}
            {word(plan.data.rule)} of a cylinder an hour
            {stopped > 0 &&
              `; ${stopped === 1 ? "one stopped cut is" : `${stopped} stopped cuts are`} left out`}
            .
          </p>
        </div>
        <span className="flex items-center gap-3">
          <LevelWord level={plan.data.verdict as Level} />
          <Link to="/jobs/$jobId" params={{ jobId }} className={buttonLook("quiet")}>
            Back to the cuts
          </Link>
        </span>
      </header>
      {mine.map((note) => (
        <Notice
          key={`${note.code} ${note.values.gas?.word ?? ""} ${note.text}`}
          level={note.level as Level}
        >
          {sentence("notes", note.code, note.values, system, note.text)}
        </Notice>
      ))}
      {plan.data.gases.length === 0 ? (
        <Empty>{SCREEN.noGas}</Empty>
      ) : (
        <>
          <Wide label="Gas over time" className="rounded-md border border-line bg-sheet p-2">
            <GasTimeline plan={plan.data} system={system} />
          </Wide>
          <Supplies plan={plan.data} />
          <div className="grid items-start gap-5 lg:grid-cols-2">
            <section aria-labelledby="swaps" className="flex flex-col gap-2">
              <h2 id="swaps" className="text-lg font-semibold">
                Swaps
              </h2>
              <Swaps plan={plan.data} />
              {rack.length > 0 && (
                <>
                  <h3 className="pt-2 text-sm font-semibold">Not counted</h3>
                  {rack.map((note) => (
                    <Notice key={note.text} level={note.level as Level}>
                      {note.text}
                    </Notice>
                  ))}
                </>
              )}
              <Link to="/rack" className={`${buttonLook("quiet")} self-start`}>
                Open the rack
              </Link>
            </section>
            <section aria-labelledby="tips" className="flex flex-col gap-2">
              <h2 id="tips" className="text-lg font-semibold">
                Tips
              </h2>
              <Tips jobId={jobId} />
            </section>
          </div>
        </>
      )}
    </div>
  );
}
