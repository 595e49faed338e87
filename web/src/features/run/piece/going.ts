/** How far a piece has come, from the flame on the edge to how it came out. Pure; moments are given. */
import type { Schemas } from "@/api/client";
import { paceOf } from "../clock";
import type { Cut } from "../model";
import { partsOf } from "./parts";

export type StrokeCut = Schemas["StrokeCut"];
export type Outcome = Schemas["Outcome"];

/** Moments are of the wall clock, so that a reload finds them again. */
export type Going = {
  stage: "ready" | "heating" | "cutting" | "outcome" | "lost";
  heatAt?: number;
  leverAt?: number;
  /** Heating and cutting of the part at hand so far, s; a part that went out is heated more than once. */
  heat_s?: number;
  cut_s?: number;
  /** Whether the part at hand went out. */
  wentOut?: boolean;
  /** The parts that are made, in order. */
  made?: StrokeCut[];
};

export const READY: Going = { stage: "ready" };

/** Shortest cut whose time means anything, s: less is a slip of the finger. */
const SLIP = 1;

/** Which part is at hand, from 0. */
export function partAt(cut: Cut, going: Going): number {
  return Math.min(going.made?.length ?? 0, partsOf(cut).length - 1);
}

/** The flame stands on the edge. */
export function heats(going: Going, now: number): Going {
  return { ...going, stage: "heating", heatAt: now };
}

/** The lever goes down, after some seconds of heating; the first heating of a part is its start. */
export function cuts(going: Going, now: number, heated_s: number): Going {
  return { ...going, stage: "cutting", leverAt: now, heat_s: going.heat_s ?? heated_s };
}

/** It went out after some seconds. */
export function wentOut(going: Going, cut_s: number): Going {
  return { ...going, stage: "lost", wentOut: true, cut_s: (going.cut_s ?? 0) + cut_s };
}

/** The part ends after some seconds: the next one, or how the piece came out. */
export function ends(cut: Cut, going: Going, cut_s: number): Going {
  const parts = partsOf(cut);
  const at = partAt(cut, going);
  const part = parts[at];
  const whole = (going.cut_s ?? 0) + cut_s;
  const pace = part && part.length > 0 && whole >= SLIP ? paceOf(part.length, whole) : null;
  const stroke: StrokeCut = {
    order: part?.order ?? 1,
    outcome: going.wentOut ? "lost" : "good",
    ...(going.heat_s === undefined ? {} : { start_s: going.heat_s }),
    ...(whole < SLIP ? {} : { duration_s: whole }),
    ...(pace === null ? {} : { pace_mm_min: pace }),
  };
  const made = [...(going.made ?? []), stroke];
  return { stage: made.length < parts.length ? "ready" : "outcome", made };
}

/** A stage of other work ends after some seconds: the next one begins at once, or it is asked how the piece came out. */
export function stageEnds(cut: Cut, going: Going, now: number, spent_s: number): Going {
  const next = ends(cut, going, spent_s);
  return next.stage === "ready" ? { ...next, stage: "cutting", leverAt: now } : next;
}

/** The last stroke that was made came out otherwise. */
export function cameOut(going: Going, outcome: Outcome): Going {
  const made = going.made ?? [];
  return {
    ...going,
    made: made.map((each, i) => (i === made.length - 1 ? { ...each, outcome } : each)),
  };
}

/** What is told of the piece. A shape's strokes keep their own heat, pace and outcome; their seconds add up. */
export function pieceOf(
  cut: Cut,
  going: Going,
  outcome: Outcome,
  findings: string[],
): Schemas["CutBody"] {
  const made = going.made ?? [];
  const [first] = made;
  const known = made.flatMap((each) => each.duration_s ?? []);
  const seconds = known.reduce((a, b) => a + b, 0);
  const single = partsOf(cut)[0]?.order === null;
  return {
    line_id: cut.line.id,
    outcome,
    findings,
    ...(first?.start_s == null ? {} : { start_s: first.start_s }),
    ...(seconds < SLIP ? {} : { duration_s: seconds }),
    ...(single && first?.pace_mm_min != null ? { pace_mm_min: first.pace_mm_min } : {}),
    ...(single ? {} : { strokes: made }),
  };
}
