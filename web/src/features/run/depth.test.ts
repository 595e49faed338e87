import { describe, expect, it } from "vitest";
import {
  cardsOf,
  type Depth,
  type Doc,
  depthOf,
  goesOn,
  ofRun,
  type RunEvent,
  stepsOf,
} from "./model";

const step = (key: string, more: object = {}) => ({ key, code: key, level: "info", ...more });
// biome-ignore lint/suspicious/noThenProperty: what follows a step is called so in the contract
const LEADS_ON = { skip: "never", then: [{}] };
const PHASES = [
  {
    code: "before",
    title: "Before",
    steps: [step("glasses"), step("cylinder", { level: "stop" }), step("hoses")],
  },
  {
    code: "pressure",
    title: "Pressure",
    steps: [step("leak", LEADS_ON), step("ceiling", { skip: "never" })],
  },
  { code: "cut", title: "Cut", steps: [step("stand"), step("lens", { skip: "never" })] },
];
const cut = (id: string, more: object = {}) => ({
  line: { id },
  plan: {},
  request: {},
  fits: true,
  ...more,
});
const DOC = {
  phases: PHASES,
  cuts: [cut("a"), cut("b", { fits: false }), cut("c", { plan: null })],
  people: [{ id: "new", depth: "every_step" }, { id: "old", depth: "stops" }, { id: "quiet" }],
} as unknown as Doc;
const DEPTHS: Depth[] = ["every_step", "phases", "stops"];

const asked = (depth: Depth) =>
  cardsOf(DOC, depth)
    .flatMap(stepsOf)
    .map(({ key }) => key);

describe("how much a hand is told", () => {
  it("never leaves out a stop, nor a step that is never skipped", () => {
    for (const depth of DEPTHS) {
      const told = asked(depth);
      for (const key of ["cylinder", "leak", "ceiling", "lens"]) expect(told, depth).toContain(key);
    }
  });

  it("never asks twice, and keeps the order of work", () => {
    const order = asked("every_step");
    for (const depth of DEPTHS) {
      const told = asked(depth);
      expect(new Set(told).size).toBe(told.length);
      expect(told).toEqual(order.filter((key) => told.includes(key)));
    }
  });

  it("is fewer cards the more a hand has done it, with each stop on a card of its own", () => {
    const counts = DEPTHS.map((depth) => cardsOf(DOC, depth).length);
    expect(counts).toEqual([...counts].sort((a, b) => b - a));
    const alone = cardsOf(DOC, "phases").filter((card) => card.step);
    expect(alone.map(({ key }) => key)).toEqual(["cylinder", "ceiling", "lens"]);
  });

  it("shows the same cuts at each depth: those that plan and fit what is rigged, last in their stage", () => {
    for (const depth of DEPTHS) {
      const cards = cardsOf(DOC, depth);
      expect(cards.filter((card) => card.cut).map(({ key }) => key)).toEqual(["cut:a"]);
      expect(cards.at(-1)?.key).toBe("cut:a");
    }
  });

  it("has a key of its own for each card", () => {
    for (const depth of DEPTHS) {
      const found = cardsOf(DOC, depth).map(({ key }) => key);
      expect(new Set(found).size, depth).toBe(found.length);
    }
  });

  it("is each step for somebody nobody knows", () => {
    expect(["old", "quiet", "stranger", null].map((who) => depthOf(DOC, who))).toEqual([
      "stops",
      "every_step",
      "every_step",
      "every_step",
    ]);
  });
});

describe("what counts of another run", () => {
  const event = (kind: string, run_id: string | null, body: object = {}) =>
    ({ kind, run_id, body }) as unknown as RunEvent;
  const EVENTS = [
    event("step", "monday", { key: "leak" }),
    event("step", "today", { key: "leak" }),
    event("cut", "monday"),
    event("timer", "monday", { key: "stand_upright:7" }),
    event("timer", "monday", { key: "vent" }),
  ];
  it("is pieces made and a cylinder's rest; a leak test of before is none of today's", () => {
    expect(ofRun(EVENTS, "today")).toEqual([EVENTS[1], EVENTS[2], EVENTS[3]]);
    expect(ofRun(EVENTS, null)).toEqual([EVENTS[2], EVENTS[3]]);
  });
});

describe("a run", () => {
  const heard = "2026-05-31T06:00:00Z";
  const run = (ended_at: string | null) =>
    ({ heard_at: heard, ended_at }) as Parameters<typeof goesOn>[0];
  const later = (seconds: number) => ({ now: Date.parse(heard) + seconds * 1000, pause_s: 3600 });
  it("goes on within a pause, and not once it was ended or the day has passed", () => {
    expect(goesOn(run(null), later(3599))).toBe(true);
    expect(goesOn(run(null), later(3600))).toBe(false);
    expect(goesOn(run(heard), later(1))).toBe(false);
  });
});
