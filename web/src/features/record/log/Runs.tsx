/** Every run of the shop, newest first: what was left out and why, what came out badly, what gas went. */
import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { everybody } from "@/api/lists";
import { fill } from "@/text/fill";
import { RECORD } from "@/text/record";
import { ENDED } from "@/text/record/job-record";
import { STORES } from "@/text/record/stores";
import { Button } from "@/ui/button";
import { GasBadge } from "@/ui/gas-badge";
import { usePreferences } from "@/ui/preferences";
import { Empty, Failed, Loading } from "@/ui/states";
import { print, type System } from "@/units";

type Run = Schemas["ShopRun"];

const moment = (at: string) =>
  new Date(at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });

/** What the cylinders of a run gave. */
export function GasTaken({ gas, system }: { gas: Run["gas"]; system: System }) {
  if (gas.length === 0) return null;
  return (
    <p className="flex flex-wrap items-center gap-x-3" data-taken={gas.length}>
      <span className="text-ink-2">{STORES.gasTaken}:</span>
      {gas.map((each) => (
        <span key={each.gear_id} className="flex items-center gap-1 tabular-nums">
          <GasBadge gas={each.gas} /> {print(each.taken_l, "gas_volume", system)} ({each.label})
        </span>
      ))}
    </p>
  );
}

function One({ run, by, system }: { run: Run; by: string; system: System }) {
  return (
    <li className="rounded-md border border-line bg-sheet p-3 text-sm" data-run={run.id}>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <Link
          to="/jobs/$jobId/record"
          params={{ jobId: run.job_id }}
          className="text-base font-semibold underline"
          title={STORES.toJob}
        >
          {run.job_name}
        </Link>
        <span>{moment(run.begun_at)}</span>
        <span>{by}</span>
        <span className="text-ink-2">{ENDED[run.how ?? ""] ?? STORES.running}</span>
      </p>
      <p className="flex flex-wrap items-center gap-x-3">
        <GasBadge gas={run.fuel} />
        <span>{fill(STORES.pieces, { n: run.pieces })}</span>
        {run.bad > 0 && <strong>{fill(STORES.bad, { n: run.bad })}</strong>}
      </p>
      {run.skips.length > 0 && (
        <ul className="list-disc pl-5" aria-label={STORES.skipped}>
          {run.skips.map((skip) => (
            <li key={skip.key}>
              {STORES.skipped}: {skip.text} <strong>{skip.reason ?? STORES.noReason}</strong>
            </li>
          ))}
        </ul>
      )}
      <GasTaken gas={run.gas} system={system} />
    </li>
  );
}

export function Runs() {
  const { system } = usePreferences();
  const people = useQuery({ queryKey: keys.people, queryFn: everybody });
  const runs = useInfiniteQuery({
    queryKey: keys.shopRuns,
    initialPageParam: null as string | null,
    queryFn: ({ pageParam }) =>
      data(
        api.GET("/api/v1/record/runs", {
          params: { query: pageParam === null ? {} : { after: pageParam } },
        }),
      ),
    getNextPageParam: (page) => page.next,
  });
  if (runs.isPending) return <Loading what={STORES.runs} />;
  if (runs.error) return <Failed error={runs.error} onRetry={() => void runs.refetch()} />;
  const all = runs.data.pages.flatMap((page) => page.runs);
  const nameOf = (id: string | null | undefined) =>
    people.data?.people.find((person) => person.id === id)?.name ?? RECORD.nobody;
  return (
    <div className="flex max-w-4xl flex-col gap-2">
      {all.length === 0 && <Empty>{STORES.runsNone}</Empty>}
      <ul className="flex flex-col gap-2" aria-label={STORES.runs}>
        {all.map((run) => (
          <One key={run.id} run={run} by={nameOf(run.person_id)} system={system} />
        ))}
      </ul>
      {runs.hasNextPage && (
        <Button className="self-start" onClick={() => void runs.fetchNextPage()}>
          {STORES.moreRuns}
        </Button>
      )}
    </div>
  );
}
