/** At the torch: one card at a time, the next action always in the same place. */
import { Link, useParams } from "@tanstack/react-router";
import { Check, ChevronLeft, CloudOff, CloudUpload, Siren, SkipForward, Undo2 } from "lucide-react";
import { useEffect, useState } from "react";
import { OUTCOMES, REASONS, RUN } from "@/text/run";
import { Failed, Loading } from "@/ui/states";
import { Big } from "./Big";
import { CutCard, useGoing } from "./CutCard";
import { face, paceOf } from "./clock";
import { Emergency } from "./Emergency";
import { HandOver } from "./HandOver";
import {
  type Card,
  cardsOf,
  cutAhead,
  type Folded,
  folded,
  isDone,
  isOver,
  nextOpen,
  partsOf,
} from "./model";
import { canKeep, keepPage, stayAwake } from "./offline";
import { StartCard } from "./StartCard";
import { StepCard } from "./StepCard";
import { useLeft } from "./Timer";
import { type Asked, type Run, useRun } from "./useRun";

const ASKED = "galvanon.run-asked";

function askedOf(job: string): Asked {
  try {
    return (JSON.parse(localStorage.getItem(`${ASKED}.${job}`) ?? "{}") as Asked | null) ?? {};
  } catch {
    return {};
  }
}

/** Whether the shop has everything that happened here. */
function Saved({ run }: { run: Run }) {
  const here = run.waiting > 0 || !run.reached;
  return (
    <p
      role="status"
      className={`flex items-center gap-2 text-xl ${here ? "font-semibold text-caution" : "text-ink-2"}`}
      data-saved={run.waiting > 0 ? "here" : "shop"}
      data-reached={run.reached}
    >
      {here ? <CloudOff aria-hidden="true" /> : <CloudUpload aria-hidden="true" />}
      {run.waiting > 0 && run.waiting}
      <span className="max-sm:sr-only">{run.waiting > 0 ? RUN.savedHere : RUN.savedShop}</span>
      {run.refused.length > 0 && (
        <strong className="text-stop">
          {" "}
          · {run.refused.length} {RUN.refused}
        </strong>
      )}
    </p>
  );
}

/** Clocks that run behind other cards. */
function Running({ cards, state, here }: { cards: Card[]; state: Folded; here: string }) {
  return cards
    .filter((card) => card.step?.timer_s != null && card.key !== here && state.timers.has(card.key))
    .map((card) => <RunningClock key={card.key} card={card} state={state} />);
}

function RunningClock({ card, state }: { card: Card; state: Folded }) {
  const left = useLeft(card.step?.timer_s ?? 0, state.timers.get(card.key));
  return (
    <p
      className="border-b-2 border-line bg-accent-soft px-4 text-xl font-semibold"
      data-running={card.key}
    >
      {card.title}: {left > 0 ? face(left) : RUN.over}
    </p>
  );
}

/** How far the run has come: a segment a stage, as wide as it has cards. */
function Progress({ cards, state, at }: { cards: Card[]; state: Folded; at: number | null }) {
  const done = cards.filter((card) => isDone(card, state)).length;
  return (
    <div
      className="flex h-3 gap-0.5 bg-ground px-0.5"
      role="progressbar"
      aria-label={RUN.progress}
      aria-valuemin={0}
      aria-valuemax={cards.length}
      aria-valuenow={done}
    >
      {cards.map((card, i) => (
        <span
          key={card.key}
          className={`flex-1 ${isDone(card, state) ? "bg-accent" : "bg-line"} ${i === at ? "outline-3 outline-ink" : ""} ${cards[i - 1]?.phase === card.phase ? "" : "ml-1"}`}
        />
      ))}
    </div>
  );
}

function Reasons({ onPick, onClose }: { onPick: (reason: string) => void; onClose: () => void }) {
  return (
    <div className="flex flex-col gap-3" data-reasons="">
      <h2 className="text-2xl font-bold">{RUN.whyOut}</h2>
      {REASONS.map((reason) => (
        <Big key={reason} onClick={() => onPick(reason)}>
          {reason}
        </Big>
      ))}
      <Big onClick={onClose}>{RUN.back}</Big>
    </div>
  );
}

type Action = { text: string; go: () => void; disabled?: boolean };

export function RunPage() {
  const { jobId } = useParams({ from: "/jobs/$jobId/run" });
  const [asked, setAsked] = useState(() => askedOf(jobId));
  const run = useRun(jobId, asked);
  useEffect(() => stayAwake(), []);
  useEffect(() => {
    if (run.doc && canKeep()) void keepPage();
  }, [run.doc]);
  if (run.doc === undefined) {
    return run.failure ? <Failed error={run.failure} /> : <Loading what="Fetching the run" />;
  }
  return (
    <Flow
      run={run}
      job={jobId}
      asked={asked}
      onAsked={(next) => {
        localStorage.setItem(`${ASKED}.${jobId}`, JSON.stringify(next));
        setAsked(next);
      }}
    />
  );
}

type Props = { run: Run; job: string; asked: Asked; onAsked: (asked: Asked) => void };

function Flow({ run, job, asked, onAsked }: Props) {
  const doc = run.doc as NonNullable<Run["doc"]>;
  const state = folded(run.events);
  const cards = cardsOf(doc);
  const [at, setAt] = useState<number | null>(null);
  const [alarm, setAlarm] = useState(false);
  const [leaving, setLeaving] = useState(false);
  // a leak that was found at this card
  const [leaking, setLeaking] = useState(false);
  const [last, setLast] = useState<{ id: string; text: string } | null>(null);
  // the last place of each needle, by gas and gauge
  const [readings, setReadings] = useState<Record<string, Record<string, unknown>>>({});
  const card = at === null ? undefined : cards[Math.min(at, cards.length - 1)];
  const { going, marks, go } = useGoing(card?.cut?.line.id);
  const finished = cards.every((each) => isDone(each, state));
  const step = card?.step;
  const move = (to: number) => {
    setLeaving(false);
    setLeaking(false);
    setReadings({});
    setAt(Math.min(Math.max(to, 0), cards.length - 1));
  };

  // a leak is mended, told, and looked for again from the start of the test
  const leakMended = async () => {
    if (step === undefined) return;
    await run.note("note", { text: RUN.leakWas });
    move(cards.findIndex((each) => each.phase === card?.phase));
  };
  const stepDone = async () => {
    if (step === undefined || at === null) return;
    for (const reading of Object.values(readings)) await run.note("reading", reading);
    const id = await run.note("step", { key: step.key, done: true });
    setLast({ id, text: RUN.done });
    move(at + 1);
  };
  const outcome = async (code: string, findings: string[]) => {
    const cut = card?.cut;
    if (cut === undefined || at === null) return;
    const { heat_s, cut_s } = going;
    const pace = cut.plan.section ? null : paceOf(cut.request.cut.length_mm, cut_s ?? 0);
    const id = await run.note("cut", {
      line_id: cut.line.id,
      outcome: code,
      findings,
      ...(heat_s === undefined ? {} : { start_s: heat_s }),
      ...(cut_s === undefined || cut_s < 1
        ? {}
        : {
            duration_s: cut_s,
            ...(pace === null ? {} : { pace_mm_min: pace }),
          }),
    });
    setLast({ id, text: OUTCOMES.find((each) => each.code === code)?.text ?? code });
    go({ stage: "ready" });
    const made = (state.cuts.get(cut.line.id)?.length ?? 0) + (code === "redo" ? 0 : 1);
    if (made >= cut.plan.line_total.count) move(at + 1);
  };

  const spent = (from: number | null) => (from === null ? 0 : (performance.now() - from) / 1000);
  const cutActions: Record<string, Action> = {
    ready: { text: RUN.heatOn, go: () => go({ ...going, stage: "heating", heatAt: Date.now() }) },
    heating: {
      text: RUN.leverDown,
      // a shape's later strokes start in its heat: the first start is the one that is kept
      go: () =>
        go({
          ...going,
          stage: "cutting",
          leverAt: Date.now(),
          heat_s: going.heat_s ?? spent(marks.heat),
        }),
    },
    cutting: {
      text: RUN.cutEnds,
      go: () => {
        const cut_s = (going.cut_s ?? 0) + spent(marks.lever);
        const part = (going.part ?? 0) + 1;
        const more = card?.cut !== undefined && part < partsOf(card.cut).length;
        go({
          ...going,
          stage: more ? "ready" : "outcome",
          part: more ? part : (going.part ?? 0),
          cut_s,
        });
      },
    },
  };
  const started = step ? state.timers.get(step.key) : undefined;
  const over = isOver(doc, readings);
  const makeable = doc.cuts.some((cut) => cut.fits);
  // where the cuts differ, someone who stands there says what is rigged
  const unsaid = doc.fuels.length > 1 && asked.fuel === undefined;
  const waits = useLeft(step?.timer_s ?? 0, started) > 0 && step?.level === "stop";
  const next: Action | undefined =
    card === undefined
      ? {
          text: unsaid ? RUN.sayRigged : run.events.length > 0 ? RUN.goOn : RUN.start,
          go: () => move(nextOpen(cards, state)),
          // without one cut that may be made no cylinder is opened
          disabled: !run.settled || !makeable || unsaid,
        }
      : step && leaking
        ? { text: RUN.leakAgain, go: () => void leakMended() }
        : step
          ? {
              text: step.level === "check" ? RUN.yes : RUN.done,
              go: () => void stepDone(),
              disabled: over || (step.timer_s != null && waits),
            }
          : cutActions[going.stage];

  const count = card?.cut?.plan.line_total.count ?? 1;
  const made = card?.cut ? (state.cuts.get(card.cut.line.id) ?? []) : [];
  const heading = card?.cut
    ? `${card.title} ${Math.min(made.length + 1, count)} of ${count}`
    : (card?.title ?? doc.job_name);

  return (
    <div
      className="bench fixed inset-0 z-30 flex flex-col bg-ground font-bench text-ink"
      data-run={card?.key ?? "start"}
    >
      <header>
        <div className="flex items-center justify-between gap-x-4 border-b-2 border-line bg-sheet px-3 py-1">
          <h1 className="min-w-0 flex-1 truncate text-xl font-bold">{heading}</h1>
          <Saved run={run} />
          <Big look="alarm" onClick={() => setAlarm(true)} data-alarm="">
            <Siren aria-hidden="true" />
            <span className="max-sm:sr-only">{RUN.emergency}</span>
          </Big>
        </div>
        <Progress cards={cards} state={state} at={at} />
        <Running cards={cards} state={state} here={card?.key ?? ""} />
      </header>
      <main id="main" className="flex-1 overflow-auto p-4" aria-live="polite">
        {card === undefined ? (
          <StartCard
            doc={doc}
            asked={asked}
            onAsked={onAsked}
            keeps={canKeep()}
            away={!run.reached}
            onChanged={run.reload}
          />
        ) : leaving && step ? (
          <Reasons
            onClose={() => setLeaving(false)}
            onPick={(reason) => {
              void run.note("skip", { key: step.key, reason });
              move((at ?? 0) + 1);
            }}
          />
        ) : step ? (
          <StepCard
            key={step.key}
            doc={doc}
            step={step}
            cut={cutAhead(doc, state)}
            started={started}
            leaking={leaking}
            onLeak={() => setLeaking(true)}
            onTimer={(running) => void run.note("timer", { key: step.key, running })}
            onReading={(gas, where, kpa) =>
              setReadings({ ...readings, [`${gas} ${where}`]: { gas, where, pressure_kpa: kpa } })
            }
          />
        ) : (
          card.cut && (
            <CutCard
              key={card.key}
              cut={card.cut}
              made={made}
              going={going}
              marks={marks}
              signs={doc.signs}
              onOutcome={(code, findings) => void outcome(code, findings)}
              onGoOn={() => go({ ...going, stage: "cutting", leverAt: Date.now() })}
            />
          )
        )}
        {(finished || step?.code === "tell_the_next") && <HandOver doc={doc} events={run.events} />}
      </main>
      <footer className="flex items-stretch gap-2 border-t-2 border-line bg-sheet p-2">
        {card === undefined ? (
          <Link
            to="/jobs/$jobId"
            params={{ jobId: job }}
            className="flex min-h-16 min-w-16 items-center rounded-md border-2 border-line-strong px-4 text-xl font-semibold"
          >
            <ChevronLeft aria-hidden="true" /> {RUN.back}
          </Link>
        ) : (
          // nobody goes back while the lever is down
          going.stage !== "cutting" && (
            <Big
              onClick={() => (at === 0 ? setAt(null) : move((at ?? 0) - 1))}
              aria-label={RUN.back}
            >
              <ChevronLeft aria-hidden="true" />
            </Big>
          )
        )}
        {card && going.stage === "ready" && step?.skip !== "never" && !leaking && !over && (
          <Big
            onClick={() => {
              if (step?.needs_reason) setLeaving(true);
              else {
                if (step) void run.note("skip", { key: step.key });
                move((at ?? 0) + 1);
              }
            }}
            data-leave=""
          >
            <SkipForward className="sm:hidden" aria-hidden="true" />
            <span className="max-sm:sr-only">{RUN.leaveOut}</span>
          </Big>
        )}
        {going.stage === "cutting" && (
          <Big
            onClick={() =>
              go({ ...going, stage: "lost", cut_s: (going.cut_s ?? 0) + spent(marks.lever) })
            }
            data-went-out=""
          >
            {RUN.wentOut}
          </Big>
        )}
        {last && going.stage !== "cutting" && (
          <Big
            onClick={() => {
              void run.note("undo", { event: last.id });
              setLast(null);
            }}
            aria-label={`${RUN.undo}: ${last.text}`}
            data-undo=""
          >
            <Undo2 aria-hidden="true" />
          </Big>
        )}
        {next && (
          <Big
            look="next"
            className="min-h-20 flex-1"
            // a second touch of the same tap counts for nothing
            onClick={(event) => event.detail < 2 && next.go()}
            disabled={next.disabled}
            data-next={card?.key ?? "start"}
          >
            <Check aria-hidden="true" /> {next.text}
          </Big>
        )}
      </footer>
      {alarm && <Emergency doc={doc} onClose={() => setAlarm(false)} />}
    </div>
  );
}
