/** At the torch: one card at a time, the next action always in the same place. */
import { useParams } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { LEFT_REASONS, RUN } from "@/text/run";
import { useSession } from "@/ui/session";
import { Failed, Loading } from "@/ui/states";
import { CardBody } from "./cards/CardBody";
import { HandOver } from "./cards/HandOver";
import { Reasons } from "./cards/Reasons";
import { StartCard } from "./cards/StartCard";
import { type Action, Foot } from "./Foot";
import { Head } from "./Head";
import { canKeep, keepPage, stayAwake } from "./kept/offline";
import type { Asked } from "./kept/runs";
import { clockOf, type Doc, depthOf, handedOver, missesTheStand } from "./model";
import { type Before, nextOf } from "./next";
import { Emergency } from "./panels/Emergency";
import { useLeft } from "./panels/Timer";
import { placeOf } from "./place";
import { type Flow, useFlow } from "./useFlow";
import { type Run, useRun } from "./useRun";

const ASKED = "galvanon.run-asked";

function askedOf(job: string): Asked {
  try {
    return (JSON.parse(localStorage.getItem(`${ASKED}.${job}`) ?? "{}") as Asked | null) ?? {};
  } catch {
    return {};
  }
}

export function RunPage() {
  const { jobId } = useParams({ from: "/jobs/$jobId/run" });
  const [asked, setAsked] = useState(() => askedOf(jobId));
  const { session, here, leave, refresh } = useSession();
  // whoever is signed in holds the torch; a name is chosen only where nobody is
  const [named, setNamed] = useState<string | null>(null);
  const own = session?.person.id ?? null;
  // whose session ends midway still holds the torch: from then on by name alone
  useEffect(() => {
    if (own !== null) setNamed(own);
  }, [own]);
  const who = own ?? named;
  const known = own !== null && here?.at === "in";
  const run = useRun(jobId, asked, { who, known });
  // the tablet's own key sends on when a session ended: what comes back unvouched for tells so
  const unvouched = run.events.filter((event) => event.person_id === own && !event.verified).length;
  useEffect(() => {
    if (known && unvouched > 0) void refresh();
  }, [known, unvouched, refresh]);
  useEffect(() => stayAwake(), []);
  useEffect(() => {
    if (run.doc && canKeep()) void keepPage();
  }, [run.doc]);
  if (run.doc === undefined) {
    return run.failure ? <Failed error={run.failure} /> : <Loading what="Fetching the run" />;
  }
  return (
    <Bench
      run={run}
      doc={run.doc}
      job={jobId}
      asked={asked}
      who={who}
      signedIn={session?.person.name ?? null}
      onWho={(next) => {
        setNamed(next);
        if (next === null) void leave();
        // another hand begins another run
        if (run.run && (run.run.person_id ?? null) !== next) run.leave();
      }}
      onAsked={(next) => {
        localStorage.setItem(`${ASKED}.${jobId}`, JSON.stringify(next));
        setAsked(next);
      }}
    />
  );
}

type Props = {
  run: Run;
  doc: Doc;
  job: string;
  asked: Asked;
  onAsked: (asked: Asked) => void;
  who: string | null;
  /** The name of who is signed in; null where a name is chosen. */
  signedIn: string | null;
  /** Another hand; null lets them sign in. */
  onWho: (who: string | null) => void;
};

function Bench({ run, doc, job, asked, onAsked, who, signedIn, onWho }: Props) {
  const depth = depthOf(doc, who);
  const flow = useFlow(run, doc, depth);
  const [alarm, setAlarm] = useState(false);
  const [why, setWhy] = useState<string | null>(null);
  const { card, state } = flow;
  const over = handedOver(doc, run.events, depth);

  const begin = async () => {
    if (run.run === null) {
      const { assembled = false, lying = false, cylinders = [] } = asked;
      const rig = { assembled, lying, cylinders };
      await run.begin({ fuel: doc.fuel, place: placeOf(asked), ...rig, person_id: who });
      // the run has them now; the next one is asked anew
      onAsked({});
    }
    flow.begin();
  };
  const end = async () => {
    const how = over.complete ? "complete" : "left";
    await run.note({ kind: "end", body: { how, ...(why ? { reason: why } : {}) } });
    setWhy(null);
    run.leave();
    flow.toStart();
    run.reload();
  };
  const next = useNext(run, doc, { flow, asked });
  const action: Action | undefined = flow.ending
    ? { text: RUN.end, go: () => void end(), disabled: over.left && why === null }
    : card === undefined
      ? { ...(next as Action), go: () => void begin() }
      : next;

  const count = card?.cut?.plan.line_total.count ?? 1;
  const made = card?.cut ? (state.cuts.get(card.cut.line.id) ?? []) : [];
  const heading = card?.cut
    ? `${card.title} ${Math.min(made.length + 1, count)} of ${count}`
    : (card?.title ?? (flow.ending ? RUN.handOver : doc.job_name));
  return (
    <div
      className="bench fixed inset-0 z-30 flex flex-col bg-ground font-bench text-ink"
      data-run={card?.key ?? (flow.ending ? "end" : "start")}
      data-depth={depth}
    >
      <Head
        run={run}
        doc={doc}
        heading={heading}
        cards={flow.cards}
        state={state}
        at={flow.at}
        onAlarm={() => setAlarm(true)}
      />
      <main id="main" className="flex-1 overflow-auto p-4" aria-live="polite">
        {flow.ending ? (
          <>
            {over.left && (
              <Reasons question={RUN.whyLeft} reasons={LEFT_REASONS} picked={why} onPick={setWhy} />
            )}
            <HandOver over={over} />
          </>
        ) : card === undefined ? (
          <StartCard {...{ run, doc, asked, onAsked, who, signedIn, onWho }} />
        ) : (
          <CardBody flow={flow} doc={doc} run={run} />
        )}
        {card?.step?.code === "tell_the_next" && <HandOver over={over} />}
      </main>
      <Foot flow={flow} job={job} next={action} />
      {alarm && <Emergency doc={doc} onClose={() => setAlarm(false)} />}
    </div>
  );
}

/** What the next touch does, tied to this run. */
function useNext(
  run: Run,
  doc: Doc,
  { flow, asked }: { flow: Flow; asked: Asked },
): Action | undefined {
  const step = flow.card?.step;
  const started = step ? clockOf(doc, step, flow.state) : undefined;
  const left_s = useLeft(step?.timer_s ?? 0, started);
  const next = nextOf({
    card: flow.card,
    going: flow.going,
    leak: flow.leak !== null,
    over: flow.over,
    left_s,
    before: beforeOf(run, doc, asked),
  });
  return (
    next && { text: next.text, disabled: next.disabled ?? false, go: () => void flow[next.does]() }
  );
}

/** What is told of the rig before the first card. */
function beforeOf({ run, settled }: Run, doc: Doc, { fuel, cylinders = [] }: Asked): Before {
  return {
    running: run !== null,
    settled,
    makeable: doc.cuts.some((cut) => cut.fits),
    // where the cuts differ, someone who stands there says what is rigged
    unsaid: doc.fuels.length > 1 && fuel === undefined,
    misses: missesTheStand(doc, cylinders),
  };
}
