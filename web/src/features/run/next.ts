/** What the next touch does on a card, and whether it may be made. */
import { RUN } from "@/text/run";
import type { Card } from "./model";
import type { Going } from "./piece/going";

/** What a touch does. `begin` stands before the first card. */
export type Does =
  | "begin"
  | "leakMended"
  | "done"
  | "stageBegins"
  | "stageEnds"
  | "heat"
  | "lever"
  | "cutEnds";

export type Next = { text: string; does: Does; disabled?: boolean };

/** Where the hand stands. */
export type Standing = {
  card: Card | undefined;
  going: Going;
  /** A leak was found and is not mended. */
  leak: boolean;
  /** A gauge stands over the ceiling. */
  over: boolean;
  /** Seconds that the step's clock still runs. */
  left_s: number;
  /** What is told of the rig before the first card. */
  before: Before;
};

export type Before = {
  /** A run goes on. */
  running: boolean;
  /** What was sent is answered. */
  settled: boolean;
  /** One cut at least may be made. */
  makeable: boolean;
  /** The cuts differ in fuel, and nobody said what is rigged. */
  unsaid: boolean;
  /** A cylinder of the stand is not said. */
  misses: boolean;
};

/** Before the first card: without one cut that may be made no cylinder is opened. */
function first({ running, settled, makeable, unsaid, misses }: Before): Next {
  const asks = !running && misses ? RUN.standNeedsShop : !running && unsaid ? RUN.sayRigged : null;
  return {
    text: asks ?? (running ? RUN.goOn : RUN.start),
    does: "begin",
    disabled: !settled || !makeable || asks !== null,
  };
}

/** The next touch; nothing while it is asked how the cut came out. */
export function nextOf({ card, going, leak, over, left_s, before }: Standing): Next | undefined {
  if (card === undefined) return first(before);
  if (leak) return { text: RUN.leakAgain, does: "leakMended" };
  if (card.steps) return { text: RUN.stageDone, does: "done", disabled: over };
  const { step } = card;
  if (step) {
    const text = step.level === "check" ? RUN.yes : RUN.done;
    // a stop with a clock is passed when the clock has run
    return { text, does: "done", disabled: over || (step.level === "stop" && left_s > 0) };
  }
  const work = card.cut?.plan.work != null;
  switch (going.stage) {
    case "ready":
      return work
        ? { text: RUN.stageBegins, does: "stageBegins" }
        : { text: RUN.heatOn, does: "heat" };
    case "heating":
      return { text: RUN.leverDown, does: "lever" };
    case "cutting":
      return work
        ? { text: RUN.workStageDone, does: "stageEnds" }
        : { text: RUN.cutEnds, does: "cutEnds" };
    case "outcome":
    case "lost":
      return undefined;
  }
}
