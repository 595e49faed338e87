/** At the torch: one card at a time, the next action always in the same place. */
import { useParams } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { LEFT_REASONS, REASONS, RUN } from "@/text/run";
import { useSession } from "@/ui/session";
import { Failed, Loading } from "@/ui/states";
import { CutCard } from "./cards/CutCard";
import { HandOver } from "./cards/HandOver";
import { PhaseCard } from "./cards/PhaseCard";
import { Reasons } from "./cards/Reasons";
import { StartCard } from "./cards/StartCard";
import { StepCard } from "./cards/StepCard";
import { type Action, Foot } from "./Foot";
import { Head } from "./Head";
import { canKeep, keepPage, stayAwake } from "./kept/offline";
import type { Asked } from "./kept/runs";
import { clockOf, cutAhead, type Doc, depthOf, handedOver, missesTheStand } from "./model";
import { Emergency } from "./panels/Emergency";
import { Leaking } from "./panels/Leaking";
import { useLeft } from "./panels/Timer";
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

/** The place as it is told of a run that begins: what nobody touched does not hold. */
function placeOf(asked: Asked) {
  const { wind, bare_floor, low, confined, coated } = asked;
  const holds = (told: boolean | undefined) => told ?? false;
  return {
    wind: holds(wind),
    bare_floor: holds(bare_floor),
    low: holds(low),
    confined: holds(confined),
    coated: holds(coated),
  };
}

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

/** What the next touch does on a card; before the first one, whether it may be begun. */
function useNext(
  run: Run,
  doc: Doc,
  { flow, asked }: { flow: Flow; asked: Asked },
): Action | undefined {
  const { card, state, leak, over, going } = flow;
  const step = card?.step;
  const started = step ? clockOf(doc, step, state) : undefined;
  const waits = useLeft(step?.timer_s ?? 0, started) > 0 && step?.level === "stop";
  if (card === undefined) {
    const makeable = doc.cuts.some((cut) => cut.fits);
    // where the cuts differ, someone who stands there says what is rigged
    const unsaid = run.run === null && doc.fuels.length > 1 && asked.fuel === undefined;
    const misses = run.run === null && missesTheStand(doc, asked.cylinders ?? []);
    return {
      text: misses ? RUN.standNeedsShop : unsaid ? RUN.sayRigged : run.run ? RUN.goOn : RUN.start,
      go: flow.begin,
      // without one cut that may be made no cylinder is opened
      disabled: !run.settled || !makeable || unsaid || misses,
    };
  }
  if (leak) return { text: RUN.leakAgain, go: () => void flow.leakMended() };
  if (card.steps) return { text: RUN.stageDone, go: () => void flow.done(), disabled: over };
  if (step) {
    const text = step.level === "check" ? RUN.yes : RUN.done;
    const disabled = over || (step.timer_s != null && waits);
    return { text, go: () => void flow.done(), disabled };
  }
  if (card.cut?.plan.work && going.stage === "ready")
    return { text: RUN.stageBegins, go: flow.stageBegins };
  if (card.cut?.plan.work && going.stage === "cutting")
    return { text: RUN.workStageDone, go: () => void flow.stageEnds() };
  return {
    ready: { text: RUN.heatOn, go: flow.heat },
    heating: { text: RUN.leverDown, go: flow.lever },
    cutting: { text: RUN.cutEnds, go: flow.cutEnds },
    outcome: undefined,
    lost: undefined,
  }[going.stage];
}

/** The card at hand. */
function CardBody({ flow, doc, run }: { flow: Flow; doc: Doc; run: Run }) {
  const { card, state, leak } = flow;
  const tools = { doc, cut: cutAhead(doc, state), onReading: flow.reading };
  if (card === undefined) return null;
  if (leak) return <Leaking step={leak} />;
  if (card.cut)
    return (
      <CutCard
        key={card.key}
        doc={doc}
        events={run.events}
        run={run.run?.id ?? null}
        cut={card.cut}
        made={state.cuts.get(card.cut.line.id) ?? []}
        going={flow.going}
        marks={flow.marks}
        onOutcome={(code, findings, spared) => void flow.outcome(code, findings, spared)}
        onStroke={flow.stroke}
        onGoOn={flow.goOn}
        onCleaned={flow.cleaned}
      />
    );
  if (card.steps) {
    const out = card.steps.filter((step) => state.steps.get(step.key) === "skipped");
    const reasons = new Map(out.map((step) => [step.key, state.reasons.get(step.key) ?? ""]));
    return (
      <PhaseCard
        key={card.key}
        steps={card.steps}
        out={reasons}
        onOut={flow.toggle}
        onLeak={flow.leakFound}
        timers={state.timers}
        onTimer={(key) => flow.timer(key, true)}
        {...tools}
      />
    );
  }
  if (flow.leaving)
    return (
      <Reasons
        question={RUN.whyOut}
        reasons={REASONS}
        onClose={flow.stay}
        onPick={flow.leftBecause}
      />
    );
  return (
    <StepCard
      key={card.key}
      step={card.step}
      started={clockOf(doc, card.step, state)}
      onLeak={() => flow.leakFound(card.step)}
      onTimer={(running) => flow.timer(card.key, running)}
      {...tools}
    />
  );
}
