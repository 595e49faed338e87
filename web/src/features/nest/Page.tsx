/** A job's parts on plates: what to buy, how much of it is used, and where each part lies. */

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeJob } from "@/api/lists";
import { refusal } from "@/text";
import { fill } from "@/text/fill";
import { NEST } from "@/text/nest";
import { Button, buttonLook } from "@/ui/button";
import { useKept } from "@/ui/kept";
import { usePreferences } from "@/ui/preferences";
import { May } from "@/ui/session";
import { Empty, Failed, Loading } from "@/ui/states";
import { plateName, print } from "@/units";
import { Laid, plateOf } from "./Laid";
import { longerThan, percent, platesOf, usualWish, type Wish, wishOf } from "./model";
import { Plates } from "./Plates";

function ToBuy({ found }: { found: Schemas["JobNest"] }) {
  const { system } = usePreferences();
  const mass = (kg: number) => print(kg, "mass", system);
  return (
    <section aria-label={NEST.buy} className="flex flex-col gap-1 text-sm" data-to-buy="">
      <h2 className="font-semibold">{NEST.buy}</h2>
      <ul className="flex flex-col gap-1">
        {found.groups.map((group) => {
          const name = plateOf(group, plateName(group.thickness_mm, system));
          return (
            <li key={name} className="flex flex-col border-t border-line pt-1">
              <strong>{platesOf(group.plates.length, name)}</strong>
              <span className="text-ink-2">
                {fill(NEST.weighs, {
                  plates: mass(group.plates_kg),
                  pieces: mass(group.pieces_kg),
                  rest: mass(group.remnants_kg),
                })}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

type Shown = { found: Schemas["JobNest"]; wish: Wish; jobId: string };

function Found({ found, wish, jobId }: Shown) {
  if (found.groups.length === 0) return <Empty>{NEST.noParts}</Empty>;
  return (
    <div className="grid items-start gap-5 lg:grid-cols-[1fr_18rem]">
      <div className="order-2 flex min-w-0 flex-col gap-5 lg:order-1">
        {found.groups.map((group) => (
          <Laid key={`${group.thickness_mm} ${group.grade}`} group={group} wish={wish} />
        ))}
      </div>
      <aside className="order-1 flex flex-col gap-3 lg:order-2">
        {found.spent_share != null && (
          <p data-used={found.spent_share}>
            <strong className="block text-xl tabular-nums">
              {fill(NEST.used, { share: percent(found.spent_share) })}
            </strong>
            <span className="text-sm text-ink-2">
              {fill(NEST.usedWhy, { whole: percent(found.used_share ?? 0) })}
            </span>
          </p>
        )}
        <ToBuy found={found} />
        {found.others.length > 0 && (
          <p className="text-sm text-ink-2">
            {NEST.others}: {found.others.join("; ")}
          </p>
        )}
        {found.spent_share != null && (
          <May right="settle">
            <Link
              to="/record"
              search={{ part: "quotes", job: jobId, used: Number(percent(found.spent_share)) }}
              className={buttonLook("quiet")}
              data-to-quote=""
            >
              {fill(NEST.toQuote, { share: percent(found.spent_share) })}
            </Link>
          </May>
        )}
        <p className="text-sm text-ink-2">{NEST.advice}</p>
      </aside>
    </div>
  );
}

export function NestPage() {
  const { jobId } = useParams({ from: "/jobs/$jobId/nest" });
  const { system } = usePreferences();
  const [kept, setKept] = useKept<Partial<Wish> | null>("galvanon.nest", null);
  const [seconds, setSeconds] = useState(2);
  const wish = wishOf(kept, usualWish(system));
  const path = { params: { path: { id: jobId } } };
  const job = useQuery({
    queryKey: keys.job(jobId),
    queryFn: () => wholeJob(jobId),
  });
  const nest = useQuery({
    queryKey: keys.nest(jobId, { ...wish, seconds }),
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: async () => {
      const body = { ...wish, seconds };
      // the drawing is of the plate that was asked, whatever is typed meanwhile
      const found = await data(api.POST("/api/v1/jobs/{id}/nest", { ...path, body }));
      return { jobId, wish, found };
    },
  });
  const failure = nest.error instanceof ApiFailure ? nest.error : null;
  const refused = Object.fromEntries(
    (failure?.fields ?? []).map((field) => [field.path, refusal(field, system)]),
  );
  const elsewhere = failure?.fields.filter((field) => !(field.path in wish)) ?? [];
  const longer = longerThan(seconds);
  // after a refusal the last nest of this job stays, so that the drawing does not vanish under the hand
  const last = useRef<{ jobId: string; wish: Wish; found: Schemas["JobNest"] } | undefined>(
    undefined,
  );
  if (nest.data !== undefined) last.current = nest.data;
  const shown = last.current?.jobId === jobId ? last.current : undefined;
  return (
    <div className="flex flex-col gap-4" data-nest={nest.isFetching ? "laying" : "laid"}>
      <header className="flex flex-wrap items-start justify-between gap-2">
        <div className="max-w-3xl">
          <h1 className="text-lg font-semibold">
            {fill(NEST.title, { job: job.data?.job.name ?? "" })}
          </h1>
          <p className="text-sm text-ink-2">{NEST.lead}</p>
        </div>
        <Link to="/jobs/$jobId" params={{ jobId }} className={buttonLook("quiet")}>
          {NEST.back}
        </Link>
      </header>
      <div className="flex flex-wrap items-start gap-3">
        <div className="min-w-0 flex-1">
          <Plates wish={wish} onWish={setKept} refused={refused} />
        </div>
        {longer !== null && (
          <Button
            look="next"
            className="mt-10.5"
            disabled={nest.isFetching}
            onClick={() => setSeconds(longer)}
          >
            {fill(NEST.longer, { seconds: longer })}
          </Button>
        )}
      </div>
      {elsewhere.map((field) => (
        <p key={field.path} role="alert" className="text-sm font-semibold text-stop">
          {refusal(field, system)}
        </p>
      ))}
      {failure !== null && failure.fields.length === 0 && (
        <Failed error={failure} onRetry={() => void nest.refetch()} />
      )}
      {nest.isFetching && <Loading what={NEST.laying} />}
      {shown && (
        <div data-refused={failure !== null}>
          <Found found={shown.found} wish={shown.wish} jobId={jobId} />
        </div>
      )}
    </div>
  );
}
