/** What stands above each card: where one is, whether the shop has it all, clocks that run behind, how far the run has come. */
import { CloudOff, CloudUpload, Siren } from "lucide-react";
import { SCREEN } from "@/text";
import { DOOR } from "@/text/door";
import { RUN } from "@/text/run";
import { useSession } from "@/ui/session";
import { face } from "./clock";
import { type Card, type Doc, type Folded, isDone, type Step } from "./model";
import { Big } from "./panels/Big";
import { useLeft } from "./panels/Timer";
import type { Run } from "./useRun";

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

function RunningClock({ step, title, state }: { step: Step; title: string; state: Folded }) {
  const left = useLeft(step.timer_s ?? 0, state.timers.get(step.key));
  return (
    <p
      className="border-b-2 border-line bg-accent-soft px-4 text-xl font-semibold"
      data-running={step.key}
    >
      {title}: {left > 0 ? face(left) : RUN.over}
    </p>
  );
}

/** How far the run has come: a segment a card, with a gap before each stage. */
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

type Props = {
  run: Run;
  doc: Doc;
  heading: string;
  cards: Card[];
  state: Folded;
  at: number | null;
  onAlarm: () => void;
};

export function Head({ run, doc, heading, cards, state, at, onAlarm }: Props) {
  const here = at === null ? undefined : cards[at];
  // what waits is sent first
  const { older, here: who, ask } = useSession();
  const running = doc.phases.flatMap((phase) =>
    phase.steps
      .filter((step) => step.timer_s != null && state.timers.has(step.key))
      .filter((step) => step.key !== here?.key)
      .map((step) => ({ step, title: phase.title })),
  );
  return (
    <header>
      <div className="flex items-center justify-between gap-x-4 border-b-2 border-line bg-sheet px-3 py-1">
        <h1 className="min-w-0 flex-1 truncate text-xl font-bold">{heading}</h1>
        <Saved run={run} />
        {who?.at === "out" && (
          <Big onClick={ask} data-sign-in="">
            {DOOR.signIn}
          </Big>
        )}
        {older && run.waiting === 0 && (
          <Big onClick={() => location.reload()} data-older="">
            {SCREEN.loadPage}
          </Big>
        )}
        <Big look="alarm" onClick={onAlarm} data-alarm="">
          <Siren aria-hidden="true" />
          <span className="max-sm:sr-only">{RUN.emergency}</span>
        </Big>
      </div>
      <Progress cards={cards} state={state} at={at} />
      {running.map(({ step, title }) => (
        <RunningClock key={step.key} step={step} title={title} state={state} />
      ))}
    </header>
  );
}
