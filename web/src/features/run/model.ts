/** A run on a tablet: its cards in order, and what its events make of it. Pure; no clock, no network. */
import type { Schemas } from "@/api/client";

export type Doc = Schemas["RunDocument"];
export type Step = Schemas["RunStep"];
export type Cut = Schemas["RunCut"];
export type RunEvent = Pick<
  Schemas["RunEvent"],
  "id" | "happened_at" | "person_id" | "kind" | "body"
> & { fuel?: string | null };

/** A pause that ends a run, ms: six hours. Ours: longer than any break, shorter than any night. */
const PAUSE = 6 * 3_600_000;

/**
 * What counts in the run that goes on now with a fuel. Cuts stay made, whenever and with whatever they were made; of all
 * else only what was noted with this rig since the last long pause: yesterday's leak test is none of today's. The clock
 * of a cylinder that stands after it lay runs on over night.
 */
export function ofThisRun(
  events: readonly RunEvent[],
  { fuel, now }: { fuel: string; now: number },
): RunEvent[] {
  const own = events.filter((event) => event.fuel == null || event.fuel === fuel);
  const times = own.map((event) => Date.parse(event.happened_at)).sort((a, b) => b - a);
  let since = now;
  for (const time of times) {
    if (since - time >= PAUSE) break;
    since = Math.min(since, time);
  }
  const stays = (event: RunEvent) =>
    event.kind === "cut" ||
    event.kind === "undo" ||
    (event.kind === "timer" && String(body(event).key).startsWith("stand_upright"));
  return events.filter(
    (event) => stays(event) || (own.includes(event) && Date.parse(event.happened_at) >= since),
  );
}

export type Card = {
  key: string;
  /** Code and title of its stage. */
  phase: string;
  title: string;
} & ({ step: Step; cut?: never } | { cut: Cut; step?: never });

/** One card a step; in the stage of cutting, the steps first and then a card for each cut that fits what is rigged. */
export function cardsOf(doc: Doc): Card[] {
  return doc.phases.flatMap((phase) => {
    const of = { phase: phase.code, title: phase.title };
    const steps: Card[] = phase.steps.map((step) => ({ ...of, key: step.key, step }));
    if (phase.code !== "cut") return steps;
    const cuts = doc.cuts.filter((cut) => cut.fits);
    return [...steps, ...cuts.map((cut) => ({ ...of, key: `cut:${cut.line.id}`, cut }))];
  });
}

/** Cuts that must not be made as they stand, each with the first reason why. */
export function stoppedOf(
  doc: Doc,
): { cut: Cut; note: Cut["plan"]["notes"][number] | undefined }[] {
  return doc.cuts
    .filter((cut) => cut.why_not === "stopped")
    .map((cut) => ({ cut, note: cut.plan.notes.find((note) => note.level === "stop") }));
}

/** Cuts that are planned for another fuel than the one that is rigged. */
export function otherwiseRigged(doc: Doc): Cut[] {
  return doc.cuts.filter((cut) => cut.why_not === "other_fuel");
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

export type Folded = {
  steps: Map<string, "open" | "done" | "skipped">;
  /** Cuts that count, by line, in the order in which they were made. */
  cuts: Map<string, RunEvent[]>;
  /** Running clocks: the event that started each, by step. */
  timers: Map<string, RunEvent>;
  undone: Set<string>;
};

function body(event: RunEvent): Record<string, unknown> {
  return event.body as Record<string, unknown>;
}

/**
 * Folds events: the same for every order in which they come, and for events that come twice. The shop folds the same
 * way (core, setup/record.rs).
 */
export function folded(events: readonly RunEvent[]): Folded {
  const undone = new Set(
    events.filter((e) => e.kind === "undo").map((e) => String(body(e).event ?? "")),
  );
  const counted = [...new Map(events.map((e) => [e.id, e])).values()]
    .filter((e) => e.kind !== "undo" && !undone.has(e.id))
    .sort(
      (a, b) => Date.parse(a.happened_at) - Date.parse(b.happened_at) || (a.id < b.id ? -1 : 1),
    );
  const out: Folded = { steps: new Map(), cuts: new Map(), timers: new Map(), undone };
  for (const event of counted) {
    const { key, done, running, line_id } = body(event);
    if (event.kind === "step") out.steps.set(String(key), done === true ? "done" : "open");
    if (event.kind === "skip") out.steps.set(String(key), "skipped");
    if (event.kind === "cut") {
      const line = String(line_id);
      out.cuts.set(line, [...(out.cuts.get(line) ?? []), event]);
    }
    if (event.kind === "timer") {
      if (running === true) out.timers.set(String(key), event);
      else out.timers.delete(String(key));
    }
  }
  return out;
}

/** Pieces of a cut that are made; one that has to be cut again is none. */
function piecesMade(cut: Cut, state: Folded): number {
  return (state.cuts.get(cut.line.id) ?? []).filter((e) => body(e).outcome !== "redo").length;
}

/** Whether a card has nothing left to do. */
export function isDone(card: Card, state: Folded): boolean {
  if (card.step) return (state.steps.get(card.key) ?? "open") !== "open";
  return piecesMade(card.cut, state) >= card.cut.plan.line_total.count;
}

/** What is handed over: pieces made of each cut, what was left out and why, and whether nothing is open at all. */
export type HandOver = {
  cuts: { cut: Cut; made: number; of: number; why: Cut["plan"]["notes"][number] | undefined }[];
  skipped: { step: Step; reason: string }[];
  complete: boolean;
};

export function handedOver(doc: Doc, events: readonly RunEvent[]): HandOver {
  const state = folded(events);
  const cards = cardsOf(doc);
  const stops = new Map(stoppedOf(doc).map(({ cut, note }) => [cut.line.id, note]));
  const cuts = doc.cuts.map((cut) => ({
    cut,
    made: piecesMade(cut, state),
    of: cut.plan.line_total.count,
    why: stops.get(cut.line.id),
  }));
  const reasons = new Map(
    events
      .filter((event) => event.kind === "skip" && !state.undone.has(event.id))
      .sort((a, b) => Date.parse(a.happened_at) - Date.parse(b.happened_at))
      .map((event) => [String(body(event).key), String(body(event).reason ?? "")]),
  );
  const skipped = cards.flatMap(({ key, step }) => {
    const reason = reasons.get(key);
    const out = step !== undefined && state.steps.get(key) === "skipped" && reason;
    return out ? [{ step, reason }] : [];
  });
  const complete = cards.every((card) => isDone(card, state)) && cuts.every((c) => c.made >= c.of);
  return { cuts, skipped, complete };
}

/** The first card that is still open, or the last one. */
export function nextOpen(cards: readonly Card[], state: Folded): number {
  const at = cards.findIndex((card) => !isDone(card, state));
  return at < 0 ? cards.length - 1 : at;
}

/** The cut that pressures are set for: the first that still has pieces to make. */
export function cutAhead(doc: Doc, state: Folded): Cut | undefined {
  const cuts = cardsOf(doc).filter((card) => card.cut !== undefined);
  return (cuts.find((card) => !isDone(card, state)) ?? cuts[0])?.cut;
}

/** One run of the torch: a plate's cut, or a stroke of a shape. */
export type Part = {
  /** Place among the strokes, from 1; null for a plate. */
  order: number | null;
  tip: Cut["plan"]["tip"];
  oxygen: Cut["plan"]["oxygen_pressure_kpa"];
  fuel: Cut["plan"]["fuel_pressure_kpa"];
  heat: Cut["plan"]["start_preheat_s"];
  /** mm/min, mm, and mm from its start. */
  pace: number;
  length: number;
  stops: readonly number[];
};

/** A plate is one part; a shape has one for each of its strokes. */
export function partsOf({ plan, request }: Cut): Part[] {
  if (!plan.section) {
    return [
      {
        order: null,
        tip: plan.tip,
        oxygen: plan.oxygen_pressure_kpa,
        fuel: plan.fuel_pressure_kpa,
        heat: plan.start_preheat_s,
        pace: plan.travel_speed_mm_min.set,
        length: request.cut.length_mm,
        stops: plan.stops_mm,
      },
    ];
  }
  return plan.section.strokes.map((stroke) => ({
    order: stroke.order,
    tip: stroke.tip,
    oxygen: stroke.oxygen_pressure_kpa,
    fuel: stroke.fuel_pressure_kpa,
    heat: stroke.start_preheat_s,
    pace: stroke.travel_speed_mm_min.set,
    length: stroke.travel_mm,
    stops: stroke.stops_mm,
  }));
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
