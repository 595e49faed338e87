/** Where the hand stands in a run, and what each touch does. */
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { OUTCOMES, RUN } from "@/text/run";
import { ticks } from "./clock";
import {
  type Card,
  CLEAN_TIP,
  cardsOf,
  type Depth,
  type Doc,
  type Folded,
  folded,
  isOver,
  nextOpen,
  type Step,
  stepsOf,
} from "./model";
import {
  cameOut,
  cuts,
  ends,
  heats,
  type Outcome,
  pieceOf,
  READY,
  stageEnds,
  wentOut,
} from "./piece/going";
import { useGoing } from "./piece/useGoing";
import type { Run } from "./useRun";

type Reading = Schemas["ReadingBody"];

/** What was done last, and can be taken back. */
type Last = { ids: string[]; text: string };

export function useFlow(run: Run, doc: Doc, depth: Depth) {
  const state: Folded = folded(run.events);
  const cards = cardsOf(doc, depth);
  // null: before the first card; behind the last one the run is handed over
  const [at, setAt] = useState<number | null>(null);
  const [leaving, setLeaving] = useState(false);
  // the step at which a leak was found
  const [leak, setLeak] = useState<Step | null>(null);
  const [last, setLast] = useState<Last | null>(null);
  // the last place of each needle, by gas and gauge
  const [readings, setReadings] = useState<Record<string, Reading>>({});
  const card: Card | undefined = at === null ? undefined : cards[at];
  const { going, marks, go } = useGoing(card?.cut?.line.id);
  const spent = (from: number | null) => (from === null ? 0 : (ticks() - from) / 1000);

  const move = (to: number | null) => {
    setLeaving(false);
    setLeak(null);
    setReadings({});
    setAt(to === null ? null : Math.min(Math.max(to, 0), cards.length));
  };
  const past = (at ?? 0) + 1;

  /** The steps of the card are done, but for those that were left out. */
  const done = async () => {
    if (card === undefined) return;
    for (const reading of Object.values(readings))
      await run.note({ kind: "reading", body: reading });
    const ids: string[] = [];
    for (const step of stepsOf(card)) {
      if (card.steps && state.steps.get(step.key) === "skipped") continue;
      ids.push(await run.note({ kind: "step", body: { key: step.key, done: true } }));
    }
    setLast({ ids, text: RUN.done });
    move(past);
    // what was read of a cylinder changes what is left
    if (Object.values(readings).some((reading) => reading.where === "contents")) run.reload();
  };
  const skip = (step: Step, reason?: string) =>
    run.note({ kind: "skip", body: { key: step.key, ...(reason ? { reason } : {}) } });

  return {
    state,
    cards,
    card,
    at,
    ending: at !== null && at >= cards.length,
    leaving,
    leak,
    last,
    going,
    marks,
    /** A gauge stands over the ceiling: nothing but to bring it down. */
    over: isOver(doc, readings),
    begin: () => move(nextOpen(cards, state)),
    back: () => move(at === null || at === 0 ? null : at - 1),
    toStart: () => {
      setLast(null);
      move(null);
    },
    done,
    timer: (key: string, running: boolean) =>
      void run.note({ kind: "timer", body: { key, running } }),
    reading: (gas: string, where: Reading["where"], kpa: number, gear_id?: string) => {
      const body = { gas, where, pressure_kpa: kpa, ...(gear_id ? { gear_id } : {}) } as Reading;
      setReadings((now) => ({ ...now, [`${gas} ${where}`]: body }));
    },
    /** Leaves the card out; the reason is asked where one is kept. */
    leave: () => {
      const step = card?.step;
      if (step?.needs_reason) return setLeaving(true);
      if (step) void skip(step);
      move(past);
    },
    leftBecause: (reason: string) => {
      if (card?.step) void skip(card.step, reason);
      move(past);
    },
    stay: () => setLeaving(false),
    /** One check of a stage does not hold, or holds after all. */
    toggle: (step: Step, reason: string | null) =>
      void (reason === null
        ? run.note({ kind: "step", body: { key: step.key, done: false } })
        : skip(step, reason)),
    leakFound: (step: Step) => setLeak(step),
    /** A leak is mended, told, and looked for again from the start of the test. */
    leakMended: async () => {
      if (leak === null) return;
      await run.note({ kind: "note", body: { text: RUN.leakWas } });
      move(cards.findIndex((each) => each.phase === card?.phase));
    },
    heat: () => go(heats(going, Date.now())),
    lever: () => go(cuts(going, Date.now(), spent(marks.heat))),
    cutEnds: () => card?.cut && go(ends(card.cut, going, spent(marks.lever))),
    /** Other work begins with its first stage, without a flame. */
    stageBegins: () => go({ ...going, stage: "cutting", leverAt: Date.now() }),
    stageEnds: () => card?.cut && go(stageEnds(card.cut, going, Date.now(), spent(marks.lever))),
    out: () => go(wentOut(going, spent(marks.lever))),
    goOn: () => go({ ...going, stage: "cutting", leverAt: Date.now() }),
    stroke: (outcome: Outcome) => go(cameOut(going, outcome)),
    outcome: async (code: Outcome, findings: string[], spared: boolean | null = null) => {
      const cut = card?.cut;
      if (cut === undefined) return;
      const body = {
        ...pieceOf(cut, going, code, findings),
        ...(spared === null ? {} : { spared }),
      };
      const id = await run.note({ kind: "cut", body });
      setLast({ ids: [id], text: OUTCOMES.find((each) => each.code === code)?.text ?? code });
      go(READY);
      const made = (state.cuts.get(cut.line.id)?.length ?? 0) + (code === "redo" ? 0 : 1);
      if (made >= cut.plan.line_total.count) move(past);
    },
    cleaned: () => {
      const body = { key: CLEAN_TIP, done: true, line_id: card?.cut?.line.id ?? null };
      void run.note({ kind: "step", body });
    },
    undo: () => {
      for (const event of last?.ids ?? []) void run.note({ kind: "undo", body: { event } });
      setLast(null);
    },
  };
}

export type Flow = ReturnType<typeof useFlow>;
