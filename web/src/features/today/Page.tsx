/** Today: type a cut and see it set, without a job; below, what is next and what was last. */

import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { Printer } from "lucide-react";
import { v7 } from "uuid";
import { api, type CutInput, type CutPlanRequest, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import {
  Bench,
  cardFacts,
  facts,
  nameOf,
  QuickEntry,
  useMakeCard,
  useOnBench,
  withChange,
} from "@/cut";
import { AddToJob } from "@/cut/AddToJob";
import { refusal, SCREEN } from "@/text";
import { Button, buttonLook } from "@/ui/button";
import { useKept } from "@/ui/kept";
import { type Level, Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { May } from "@/ui/session";
import { Empty, Failed, Loading } from "@/ui/states";
import { clock } from "@/units";
import { Morning } from "./Morning";
import { parts } from "./title";

function Next({ next, count }: { next: Schemas["NextLine"][]; count: number }) {
  const { system } = usePreferences();
  return (
    <section aria-labelledby="next" className="flex flex-col gap-2">
      <h2 id="next" className="text-lg font-semibold">
        Next <span className="text-sm font-normal text-ink-2">{count} without a card</span>
      </h2>
      {next.length === 0 && <Empty>{SCREEN.emptyNext}</Empty>}
      <ul className="divide-y divide-line rounded-md border border-line bg-sheet">
        {next.map(({ job_name, view }) => (
          <li key={view.line.id}>
            <Link
              to="/jobs/$jobId"
              params={{ jobId: view.line.job_id }}
              search={{ line: view.line.id }}
              className="flex items-center gap-2 px-3 py-2 hover:bg-accent-soft"
            >
              <Mark level={(view.plan?.verdict ?? "stop") as Level} />
              <span className="min-w-0 flex-1">
                <span className="line-clamp-2 font-semibold">{nameOf(view, system)}</span>
                <span className="block truncate text-xs text-ink-2">{job_name}</span>
                {view.fault && (
                  <span className="block text-xs text-stop">{refusal(view.fault, system)}</span>
                )}
              </span>
              <span className="text-sm whitespace-nowrap text-ink-2">
                {view.plan && view.plan.verdict !== "stop" && clock(view.plan.line_total.time_s)}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Last({ last }: { last: Schemas["CardGlance"][] }) {
  const { system } = usePreferences();
  return (
    <section aria-labelledby="last" className="flex flex-col gap-2">
      <h2 id="last" className="text-lg font-semibold">
        Last cards
      </h2>
      {last.length === 0 && <Empty>{SCREEN.emptyLast}</Empty>}
      <ul className="divide-y divide-line rounded-md border border-line bg-sheet">
        {last.map((card) => (
          <li key={card.id}>
            <Link
              to="/cards/$planId"
              params={{ planId: card.id }}
              className="flex items-center gap-2 px-3 py-2 hover:bg-accent-soft"
            >
              <Mark level={card.verdict as Level} />
              <span className="min-w-0 flex-1">
                <span className="line-clamp-2 font-semibold">{parts(card.title).cut}</span>
                <span className="line-clamp-2 text-xs text-ink-2">
                  {parts(card.title).job && `${parts(card.title).job} · `}
                  {cardFacts(card, system)}
                </span>
              </span>
              <time dateTime={card.made_at} className="text-sm whitespace-nowrap text-ink-2">
                {new Date(card.made_at).toLocaleDateString("en", {
                  weekday: "short",
                  day: "numeric",
                  month: "short",
                })}
              </time>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

export function TodayPage() {
  const { system } = usePreferences();
  const [typed, setTyped] = useKept("galvanon.today.typed", "");
  const [bench, setBench] = useOnBench();
  const today = useQuery({ queryKey: keys.today, queryFn: () => data(api.GET("/api/v1/today")) });
  const makeCard = useMakeCard();

  return (
    <div className="flex flex-col gap-5">
      <h1 className="sr-only">Today</h1>
      {bench === null && !today.error && <Morning next={today.data?.next} />}
      <QuickEntry
        text={typed}
        onText={setTyped}
        action="Plan it"
        onEnter={(read) =>
          setBench({ key: v7(), typed, heading: read.echo, input: read.input as CutInput })
        }
      />
      {bench !== null && (
        <div className="border-t-2 border-ink pt-3">
          <Bench
            jobId={null}
            cutKey={bench.key}
            input={bench.input}
            heading="This cut"
            onClear={() => setBench(null)}
            onChange={(change) => setBench({ ...bench, input: withChange(bench.input, change) })}
            actions={(plan, request) => (
              <>
                <May right="plan">
                  <AddToJob typed={bench.typed} input={bench.input} />
                </May>
                <May right="card">
                  <Button
                    look={plan.verdict === "stop" ? "quiet" : "next"}
                    disabled={makeCard.isPending}
                    onClick={() => {
                      const asked = request as CutPlanRequest;
                      makeCard.mutate({ title: facts(asked, system), request: asked });
                    }}
                  >
                    <Printer size={16} aria-hidden="true" /> Make card
                  </Button>
                </May>
              </>
            )}
          />
          {makeCard.error && <Failed error={makeCard.error} />}
        </div>
      )}
      {today.isPending && <Loading what="Looking up what is next" />}
      {today.error && <Failed error={today.error} onRetry={() => void today.refetch()} />}
      {today.data && (
        <div className="grid grid-cols-1 gap-5 lg:grid-cols-2">
          <Next next={today.data.next} count={today.data.next_count} />
          <Last last={today.data.last} />
        </div>
      )}
      {today.data && today.data.next_count > today.data.next.length && (
        <Link to="/jobs" className={`${buttonLook()} self-start`}>
          All jobs
        </Link>
      )}
    </div>
  );
}
