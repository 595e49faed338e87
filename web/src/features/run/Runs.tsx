/** Runs of the job: the one that goes on here, those of others, and those that are read and not continued. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { word } from "@/text";
import { RUN } from "@/text/run";
import { Failed, Loading } from "@/ui/states";
import { HandOver } from "./cards/HandOver";
import { moment } from "./clock";
import { type Doc, depthOf, goesOn, handedOver, type RunInfo, unvouched } from "./model";
import { Big } from "./panels/Big";
import type { Run } from "./useRun";

/** How many of the earlier ones are shown. */
const SHOWN = 5;

/** Who began a run, with what and when. */
function told(run: RunInfo, doc: Doc): string {
  const name = doc.people.find((each) => each.id === run.person_id)?.name ?? RUN.noName;
  return `${moment(run.begun_at)} · ${word(run.fuel)} · ${name}`;
}

/** Who did it is known, or it is said how much is not. */
function Vouched({ events }: { events: Doc["events"] }) {
  const { named, lost } = unvouched(events);
  if (named + lost === 0) return null;
  return (
    <ul className="text-xl font-semibold text-caution" data-unvouched={named + lost}>
      {named > 0 && (
        <li>
          {named} {RUN.namedOnly}
        </li>
      )}
      {lost > 0 && (
        <li>
          {lost} {RUN.fromLost}
        </li>
      )}
    </ul>
  );
}

/** A run of before: what it handed over. */
function Past({ job, run, onClose }: { job: string; run: RunInfo; onClose: () => void }) {
  const found = useQuery({
    queryKey: ["run", job, run.id],
    queryFn: () =>
      data(
        api.GET("/api/v1/jobs/{id}/runs/{run_id}", {
          params: { path: { id: job, run_id: run.id } },
        }),
      ),
    retry: false,
  });
  const doc = found.data;
  return (
    <div className="flex flex-col gap-3" data-past={run.id}>
      {found.error && <Failed error={found.error} />}
      {found.isPending && <Loading what={RUN.earlier} />}
      {doc && (
        <>
          <h2 className="text-2xl font-bold">{told(run, doc)}</h2>
          <Vouched events={doc.events} />
          <HandOver
            over={handedOver(doc, doc.events, depthOf(doc, run.person_id ?? null))}
            why={run.why ?? null}
          />
        </>
      )}
      <Big onClick={onClose}>{RUN.close}</Big>
    </div>
  );
}

/** What is under way, and whether to go on with it. */
export function UnderWay({ run, doc }: { run: Run; doc: Doc }) {
  const going = { now: Date.now(), pause_s: doc.goes_on_s };
  const others = run.runs.filter((each) => each.id !== run.run?.id && goesOn(each, going));
  if (run.run)
    return (
      <section className="flex flex-wrap items-center gap-3 text-xl" data-under-way={run.run.id}>
        <p className="font-semibold">
          {RUN.underWay} {told(run.run, doc)}
        </p>
        <Big onClick={run.leave} data-other="">
          {RUN.other}
        </Big>
      </section>
    );
  return others.map((each) => (
    <Big key={each.id} className="self-start" onClick={() => void run.join(each)} data-join="">
      {RUN.goOnWith}: {told(each, doc)}
    </Big>
  ));
}

/** Runs that are over: they are read. */
export function EarlierRuns({ run, doc }: { run: Run; doc: Doc }) {
  const [open, setOpen] = useState<RunInfo | null>(null);
  const going = { now: Date.now(), pause_s: doc.goes_on_s };
  const over = run.runs.filter((each) => !goesOn(each, going));
  if (over.length === 0) return null;
  if (open) return <Past job={doc.job_id} run={open} onClose={() => setOpen(null)} />;
  return (
    <section className="flex flex-col gap-2" data-earlier={over.length}>
      <h2 className="text-xl font-semibold">{RUN.earlier}</h2>
      {over.slice(0, SHOWN).map((each) => (
        <Big key={each.id} className="justify-start text-left" onClick={() => setOpen(each)}>
          {told(each, doc)}: {RUN.ended[(each.how ?? "none") as keyof typeof RUN.ended]}
        </Big>
      ))}
    </section>
  );
}
