/** A run on a tablet: its cards in order, and what its events make of it. Pure; no clock, no network. */

import { isPlanned, type Planned, type Schemas } from "@/api/client";
import { gaugeSystem, print, type System } from "@/units";

export type Doc = Schemas["RunDocument"];
export type Step = Schemas["RunStep"];
/** A cut of the job; one that does not plan has a fault in place of its plan. */
export type AnyCut = Schemas["RunCut"];
export type Cut = Planned<AnyCut>;
export type RunEvent = Schemas["RunEvent"];
/** A run as the shop lists it. */
export type RunInfo = Schemas["JobRun"];

/** What counts beyond its run: pieces stay made, and the clock of a cylinder that stands after it lay runs on. */
export function stays(event: RunEvent): boolean {
  return (
    event.kind === "cut" ||
    event.kind === "undo" ||
    (event.kind === "timer" && event.body.key.startsWith("stand_upright"))
  );
}

/** What counts in a run, or before one is begun: yesterday's leak test is none of today's. */
export function ofRun(events: readonly RunEvent[], run: string | null): RunEvent[] {
  return events.filter((event) => (run !== null && event.run_id === run) || stays(event));
}

/** Whether a run may be gone on with: it is not ended, and was heard of since the last long pause. */
export function goesOn(run: RunInfo, { now, pause_s }: { now: number; pause_s: number }): boolean {
  return run.ended_at == null && now - Date.parse(run.heard_at) < pause_s * 1000;
}

/** How much a hand is told: each step on a card, a card a stage with its stops apart, or the stops alone. */
export type Depth = "every_step" | "phases" | "stops";

export type Card = {
  key: string;
  /** Code and title of its stage. */
  phase: string;
  title: string;
} & (
  | { step: Step; steps?: never; cut?: never }
  | { steps: Step[]; step?: never; cut?: never }
  | { cut: Cut; step?: never; steps?: never }
);

/** Whether a step is told at every depth: depth never removes a stop (the shop's own rule: core, setup/run_sheet.rs). */
function isStop(step: Step): boolean {
  return step.level === "stop" || step.skip === "never";
}

/** The cards of a stage. What leads on by itself, as a leak does, stays among the checks of its stage. */
function stageCards(phase: Doc["phases"][number], depth: Depth): Card[] {
  const of = { phase: phase.code, title: phase.title };
  const single = (step: Step): Card => ({ ...of, key: step.key, step });
  if (depth === "every_step") return phase.steps.map(single);
  if (depth === "stops") return phase.steps.filter(isStop).map(single);
  const cards: Card[] = [];
  for (const step of phase.steps) {
    const apart = isStop(step) && !step.then?.length;
    // how a cut is made stands on the cut's own card
    if (!apart && phase.code === "cut") continue;
    const last = cards.at(-1);
    if (apart) cards.push(single(step));
    else if (last?.steps) last.steps.push(step);
    else cards.push({ ...of, key: `${phase.code}:${cards.length}`, steps: [step] });
  }
  return cards;
}

/** The cards in order; in the stage of cutting, the steps first and then a card for each cut that fits what is rigged. */
export function cardsOf(doc: Doc, depth: Depth = "every_step"): Card[] {
  return doc.phases.flatMap((phase) => {
    const cards = stageCards(phase, depth);
    if (phase.code !== "cut") return cards;
    const of = { phase: phase.code, title: phase.title };
    const cuts = doc.cuts.filter(isPlanned).filter((cut) => cut.fits);
    return [...cards, ...cuts.map((cut) => ({ ...of, key: `cut:${cut.line.id}`, cut }))];
  });
}

/** The steps that a card asks for. */
export function stepsOf(card: Card): Step[] {
  return card.steps ?? (card.step ? [card.step] : []);
}

/** How much the shop wants a person to be told; every step where nobody said. */
export function depthOf(doc: Doc, who: string | null): Depth {
  const person = doc.people.find((each) => each.id === who);
  return person?.depth ?? "every_step";
}

type Note = Schemas["NoteWire"];

/** What of a run is nobody's word: noted under a chosen name, sent by a lost tablet. */
export function unvouched(events: readonly RunEvent[]): { named: number; lost: number } {
  const lost = events.filter((event) => event.from_revoked).length;
  const named = events.filter((event) => event.verified === false && !event.from_revoked).length;
  return { named, lost };
}

/** The cuts that who holds the torch is not cleared for, of those that may be made, each with the reason. */
export function unclearedOf(doc: Doc, who: string | null): { cut: AnyCut; note: Note }[] {
  const own = (doc.uncleared ?? []).filter((each) => each.person_id === who);
  const notes = new Map(own.map((each) => [each.line_id, each.note]));
  return doc.cuts.flatMap((cut) => {
    const note = notes.get(cut.line.id);
    return cut.fits && note !== undefined ? [{ cut, note }] : [];
  });
}

/** What a clearance must cover so that somebody may make every cut of this run: its fuel, its thickest steel. */
export function widestOf(
  doc: Doc,
  who: string | null,
): { fuel: string; thickness_to_mm: number | null } {
  const thick = unclearedOf(doc, who).map(({ cut }) => {
    const strokes = cut.plan?.section?.strokes.map((stroke) => stroke.thickness_mm.high) ?? [];
    return Math.max(cut.request?.steel.thickness_mm ?? 0, ...strokes);
  });
  const most = Math.max(0, ...thick);
  return { fuel: doc.fuel, thickness_to_mm: most > 0 ? most : null };
}

/** Cuts that must not be made as they stand, each with the first reason why. */
export function stoppedOf(doc: Doc): { cut: AnyCut; note: Note | undefined }[] {
  const notes = new Map(doc.stopped.map((each) => [each.line_id, each.notes[0]]));
  return doc.cuts
    .filter((cut) => cut.why_not === "stopped")
    .map((cut) => ({ cut, note: notes.get(cut.line.id) }));
}

/** Cuts that are planned for another fuel than the one that is rigged. */
export function otherwiseRigged(doc: Doc): Cut[] {
  return doc.cuts.filter(isPlanned).filter((cut) => cut.why_not === "other_fuel");
}

/** Whether a reading of acetylene stands over its ceiling: the only way on is to bring it down. */
export function isOver(doc: Doc, readings: Record<string, Record<string, unknown>>): boolean {
  const { ceiling_kpa } = doc;
  if (ceiling_kpa == null) return false;
  return Object.values(readings).some(
    ({ gas, where, pressure_kpa }) =>
      gas === doc.fuel && where === "delivery" && Number(pressure_kpa) > ceiling_kpa,
  );
}

/** Events sent at once at most: the shop takes no more. */
const AT_ONCE = 200;

/** What waits, in parts that the shop takes; one empty part where nothing does, to hear what is new. */
export function slices<T>(waiting: readonly T[]): T[][] {
  const parts = Math.max(1, Math.ceil(waiting.length / AT_ONCE));
  return Array.from({ length: parts }, (_, i) => waiting.slice(i * AT_ONCE, (i + 1) * AT_ONCE));
}

export type CutEvent = Extract<RunEvent, { kind: "cut" }>;

export type Folded = {
  steps: Map<string, "open" | "done" | "skipped">;
  /** Cuts that count, by line, in the order in which they were made. */
  cuts: Map<string, CutEvent[]>;
  /** Running clocks: the event that started each, by step. */
  timers: Map<string, RunEvent>;
  /** Why a step is left out, by its key; "" where no reason is kept. */
  reasons: Map<string, string>;
  undone: Set<string>;
};

/**
 * Folds events: the same for every order in which they come, and for events that come twice. The shop folds the same
 * way (core, setup/record.rs).
 */
export function folded(events: readonly RunEvent[]): Folded {
  const undone = new Set(events.flatMap((e) => (e.kind === "undo" ? [e.body.event] : [])));
  const counted = [...new Map(events.map((e) => [e.id, e])).values()]
    .filter((e) => e.kind !== "undo" && !undone.has(e.id))
    .sort(
      (a, b) => Date.parse(a.happened_at) - Date.parse(b.happened_at) || (a.id < b.id ? -1 : 1),
    );
  const out: Folded = {
    steps: new Map(),
    cuts: new Map(),
    timers: new Map(),
    reasons: new Map(),
    undone,
  };
  for (const event of counted) {
    if (event.kind === "step") out.steps.set(event.body.key, event.body.done ? "done" : "open");
    if (event.kind === "skip") {
      out.steps.set(event.body.key, "skipped");
      out.reasons.set(event.body.key, event.body.reason ?? "");
    }
    if (event.kind === "cut") {
      const line = event.body.line_id;
      out.cuts.set(line, [...(out.cuts.get(line) ?? []), event]);
    }
    if (event.kind === "timer") {
      if (event.body.running) out.timers.set(event.body.key, event);
      else out.timers.delete(event.body.key);
    }
  }
  return out;
}

/** Pieces of a cut that are made; one that has to be cut again is none. */
function piecesMade(cut: AnyCut, state: Folded): number {
  return (state.cuts.get(cut.line.id) ?? []).filter((e) => e.body.outcome !== "redo").length;
}

/** Whether a step is done, or left out where it may be: what is never left out is open until it is done. */
function isStepDone(step: Step, state: Folded): boolean {
  const stands = state.steps.get(step.key) ?? "open";
  return stands === "done" || (stands === "skipped" && step.skip !== "never");
}

/** Whether a card has nothing left to do. */
export function isDone(card: Card, state: Folded): boolean {
  if (card.cut) return piecesMade(card.cut, state) >= card.cut.plan.line_total.count;
  return stepsOf(card).every((step) => isStepDone(step, state));
}

/** What is handed over: pieces made of each cut, what was left out and why, and whether anything is open at all. */
export type HandOver = {
  cuts: { cut: AnyCut; made: number; of: number; why: Note | undefined }[];
  skipped: { step: Step; reason: string }[];
  /** Steps that are neither done nor left out: the rig may stand open. */
  open: Step[];
  /** Whether a cut that may be made is left: somebody says why. */
  left: boolean;
  complete: boolean;
};

export function handedOver(doc: Doc, events: readonly RunEvent[], depth?: Depth): HandOver {
  const state = folded(events);
  const steps = cardsOf(doc, depth).flatMap(stepsOf);
  const stops = new Map(stoppedOf(doc).map(({ cut, note }) => [cut.line.id, note]));
  const cuts = doc.cuts.map((cut) => ({
    cut,
    made: piecesMade(cut, state),
    of: cut.plan?.line_total.count ?? 1,
    why: stops.get(cut.line.id),
  }));
  const skipped = steps.flatMap((step) => {
    const reason = state.reasons.get(step.key);
    return state.steps.get(step.key) === "skipped" && reason ? [{ step, reason }] : [];
  });
  const open = steps.filter((step) => !isStepDone(step, state));
  const left = cuts.some(({ cut, made, of }) => cut.fits && made < of);
  const complete = open.length === 0 && cuts.every((c) => c.made >= c.of);
  return { cuts, skipped, open, left, complete };
}

/** The first card that is still open; behind the last one where none is. */
export function nextOpen(cards: readonly Card[], state: Folded): number {
  const at = cards.findIndex((card) => !isDone(card, state));
  return at < 0 ? cards.length : at;
}

/** The cut that pressures are set for: the first that still has pieces to make. */
export function cutAhead(doc: Doc, state: Folded): Cut | undefined {
  const cuts = cardsOf(doc).filter((card) => card.cut !== undefined);
  return (cuts.find((card) => !isDone(card, state)) ?? cuts[0])?.cut;
}

/**
 * Minutes of cutting that the gas on the rig lasts from now on, by the gas that ends first: what was read when the document
 * was written, less what was cut since. Nothing where nobody said which cylinders stand there.
 */
export function minutesLeft(
  doc: Doc,
  events: readonly RunEvent[],
  seconds: number,
): { gas: string; minutes: number } | null {
  const since = events
    .flatMap((e) => (e.kind === "cut" && e.happened_at > doc.made_at ? [e.body] : []))
    .reduce((sum, body) => sum + (body.start_s ?? 0) + (body.duration_s ?? 0), 0);
  const known = doc.needs.flatMap(({ gas, minutes }) =>
    minutes == null ? [] : [{ gas, minutes }],
  );
  const [first] = known.sort((a, b) => a.minutes - b.minutes);
  if (first === undefined) return null;
  return { gas: first.gas, minutes: Math.max(first.minutes - (since + seconds) / 60, 0) };
}

/**
 * Whether a cylinder that lay down is to stand on the rig, and the order of work that is here does not ask for its time: it
 * was written before, and nobody begins by it.
 */
export function missesTheStand(doc: Doc, rigged: readonly string[]): boolean {
  const lies = doc.cylinders.some(
    (each) => each.stands_until != null && rigged.includes(each.gear_id),
  );
  const asked = doc.phases.some(({ steps }) => steps.some((step) => step.code === "stand_upright"));
  return lies && !asked;
}

/** The clock of a step: the one that was started, or that of a cylinder that stands in the rack since it lay. */
export function clockOf(doc: Doc, step: Step, state: Folded) {
  const started = state.timers.get(step.key);
  if (started || step.code !== "stand_upright") return started;
  const stands = doc.cylinders.some((each) => each.stands_until != null);
  // what is left of its time was written into the step with the document
  return stands ? { id: "rack", happened_at: doc.made_at } : undefined;
}

/**
 * Cuts made since the tip was cleaned last, or since the run began; one that was taken back is none. Pieces of earlier runs
 * stay made, but nobody knows here whether their tip was cleaned since.
 */
export function cutsSinceCleaned(events: readonly RunEvent[], run: string | null): number {
  const undone = new Set(events.flatMap((e) => (e.kind === "undo" ? [e.body.event] : [])));
  const told = events
    .filter((e) => e.run_id === run && !undone.has(e.id))
    .sort((a, b) => Date.parse(a.happened_at) - Date.parse(b.happened_at));
  return told.reduce((made, event) => {
    if (event.kind === "step" && event.body.key === CLEAN_TIP && event.body.done) return 0;
    return event.kind === "cut" ? made + 1 : made;
  }, 0);
}

/** The step by which a tip is cleaned. */
export const CLEAN_TIP = "clean_tip";

/** How far off the plate the torch is held, the measure first that the shop uses, the other one after it. */
export function distances(doc: Doc, plan: Cut["plan"], system: System) {
  const cones = {
    by: "cones",
    name: "Cones to plate",
    value: print(plan.standoff_mm.set, "gap", system),
  };
  const tip = {
    by: "tip",
    name: "Tip to plate",
    value: print(plan.tip_to_plate_mm.set, "gap", system),
  };
  const held = (doc.held as Record<string, unknown>).standoff_measure;
  return held === "tip" ? ([tip, cones] as const) : ([cones, tip] as const);
}

/** How a reading stands against a band, kPa; acetylene has a ceiling. */
export function judged(
  kpa: number,
  band: { low: number; set: number; high: number },
  ceiling: number | null,
): "over_the_ceiling" | "low" | "high" | "right" {
  if (ceiling !== null && kpa > ceiling) return "over_the_ceiling";
  if (kpa < band.low) return "low";
  return kpa > band.high ? "high" : "right";
}

/** The usual gauges; a document that was written down before they came knows none. */
export function usualOf(doc: Doc): Doc["usual_gauges"] {
  return (doc as Partial<Doc>).usual_gauges ?? [];
}

/** The end of a usual contents gauge of a gas, kPa, printed as the reader reads; none where the gas is weighed. */
export function endOf(usual: Doc["usual_gauges"], gas: string, system: System): number | undefined {
  return usual.find(
    (each) =>
      each.gauge === "contents" &&
      each.gas === gas &&
      gaugeSystem(each.printed_in, system) === system,
  )?.full_kpa;
}
