import { describe, expect, it } from "vitest";
import { moment } from "../clock";
import {
  cardsOf,
  clockOf,
  type Depth,
  type Doc,
  depthOf,
  folded,
  goesOn,
  handedOver,
  minutesLeft,
  missesTheStand,
  ofRun,
  type RunEvent,
  type RunInfo,
  stepsOf,
} from "../model";
import { allRuns, askedOf, merged, queryOf, runAhead } from "./runs";
import type { Held, HeldRun } from "./store";

const hour = 3_600_000;
const now = Date.UTC(2026, 5, 2, 7);
const ago = (hours: number) => new Date(now - hours * hour).toISOString();
const pause_s = 6 * 3600;

const event = (id: string, hoursAgo: number, run_id: string, kind: string, body: object) =>
  ({ id, happened_at: ago(hoursAgo), person_id: null, run_id, kind, body }) as unknown as RunEvent;

const run = (id: string, begun: number, heard: number, more: Partial<RunInfo> = {}): RunInfo => ({
  id,
  fuel: "acetylene",
  begun_at: ago(begun),
  heard_at: ago(heard),
  ended_at: null,
  how: null,
  person_id: null,
  ...more,
});

describe("what counts in a run", () => {
  const events = [
    event("leak", 14, "yesterday", "step", { key: "soap_test", done: true }),
    event("cut", 13, "yesterday", "cut", { line_id: "L", outcome: "good" }),
    event("undo", 13, "yesterday", "undo", { event: "cut" }),
    event("stand", 20, "yesterday", "timer", { key: "stand_upright:acetylene", running: true }),
    event("watch", 20, "yesterday", "timer", { key: "fire_watch", running: true }),
    event("label", 1, "today", "step", { key: "read_label", done: true }),
  ];
  it("is its own events, pieces made in any run, and the clock of a cylinder that lay", () => {
    const kept = (of: string | null) => ofRun(events, of).map((each) => each.id);
    expect(kept("today")).toEqual(["cut", "undo", "stand", "label"]);
    expect(kept("yesterday")).toEqual(["leak", "cut", "undo", "stand", "watch"]);
    expect(kept(null), "before one is begun").toEqual(["cut", "undo", "stand"]);
  });
});

describe("the run that goes on", () => {
  const held = (id: string, who: string | null, joined: number): HeldRun => ({
    id,
    job: "J",
    body: { fuel: "acetylene", person_id: who },
    begun_at: ago(3),
    state: "shop",
    who,
    joined,
  });
  const ahead = (runs: RunInfo[], mine: HeldRun[], who: string | null) =>
    runAhead(runs, mine, { who, now, pause_s })?.id;

  it("is over when it was ended, or not heard of since a long pause; midnight ends nothing", () => {
    expect(goesOn(run("night", 9, 5.9), { now, pause_s })).toBe(true);
    expect(goesOn(run("old", 9, 6.1), { now, pause_s })).toBe(false);
    expect(goesOn(run("ended", 2, 1, { ended_at: ago(1) }), { now, pause_s })).toBe(false);
  });
  it("is that of the same hand; another hand begins its own", () => {
    const runs = [run("marta", 1, 0.5, { person_id: "M" }), run("old", 30, 29, { person_id: "I" })];
    expect(ahead(runs, [], "M")).toBe("marta");
    expect(ahead(runs, [], "I")).toBeUndefined();
    expect(ahead(runs, [], null)).toBeUndefined();
  });
  it("is the one that this tablet joined last, whoever began it", () => {
    const runs = [run("a", 1, 0.1, { person_id: "M" }), run("b", 2, 0.1, { person_id: "I" })];
    expect(ahead(runs, [held("b", "M", 5)], "M")).toBe("b");
    expect(ahead(runs, [held("b", "M", 5), held("a", "M", 6)], "M")).toBe("a");
    // somebody else at this tablet joined nothing
    expect(ahead(runs, [held("b", "M", 5)], "T")).toBeUndefined();
  });
  it("is known on a tablet that never reached the shop, and ended there too", () => {
    const at = (id: string, kind: string, body: object, state: Held["state"] = "here"): Held => ({
      id,
      job: "J",
      run: "new",
      state,
      event: { id, kind, body: body as Held["event"]["body"], happened_at: ago(0.5) },
    });
    const mine: HeldRun[] = [{ ...held("new", null, 1), state: "here" }];
    const open = allRuns([], mine, { held: [at("s", "step", {})], fuel: "propane" });
    expect(open.map(({ id, heard_at, ended_at }) => [id, heard_at, ended_at])).toEqual([
      ["new", ago(0.5), null],
    ]);
    const over = allRuns([], mine, {
      held: [at("e", "end", { how: "left", reason: "gas ran out" })],
      fuel: "propane",
    });
    expect([over[0]?.ended_at, over[0]?.how, over[0]?.why]).toEqual([
      ago(0.5),
      "left",
      "gas ran out",
    ]);
    const mixed = merged([event("e", 1, "day", "note", { text: "x" })], [at("e", "note", {})]);
    expect(
      mixed.map((each) => each.run_id),
      "noted here in another run",
    ).toEqual(["new"]);
    const refused = [at("e", "end", { how: "left" }, "refused")];
    expect(allRuns([], mine, { held: refused, fuel: "propane" })[0]?.ended_at).toBeNull();
  });
});

describe("what is asked before a run is begun", () => {
  it("is what the run is begun with, and a cylinder that was laid down stands no hour yet", () => {
    const holds = { bare_floor: false, low: false, confined: true };
    const place = { wind: true, coated: false, ...holds };
    const body = { fuel: "propane", place, assembled: true, lying: true, cylinders: ["a", "b"] };
    expect(queryOf(askedOf(body))).toEqual({
      fuel: "propane",
      wind: true,
      coated: false,
      ...holds,
      assembled: true,
      lying_acetylene_hours_upright: 0,
      cylinders: "a,b",
    });
    expect(queryOf(askedOf({}))).toEqual({});
    expect(queryOf({ cylinders: [] })).toEqual({});
  });
});

const step = (key: string, more: object = {}) => ({
  key,
  code: key,
  text: key,
  level: "check",
  skip: "reason",
  needs_reason: true,
  ...more,
});
const stop = (key: string) => step(key, { level: "stop", skip: "never" });
const phase = (code: string, ...steps: object[]) => ({ code, title: code, steps });
// biome-ignore lint/suspicious/noThenProperty: the name of what follows a step, on the wire
const leak = step("leak", { skip: "never", then: [{}] });
const doc = {
  people: [{ id: "T", depth: "phases" }],
  phases: [
    phase("place", step("permit"), stop("confined"), step("extinguisher"), step("ventilate")),
    phase("leak_test", stop("ceiling"), step("soap"), leak),
    phase("cut", step("dry_run", { skip: "free" }), stop("torch_out")),
  ],
  cuts: [
    {
      fits: true,
      line: { id: "L" },
      plan: { line_total: { count: 1 }, notes: [] },
      request: {},
      why_not: null,
    },
  ],
  stopped: [],
  cylinders: [],
  needs: [],
} as unknown as Doc;

describe("how much a hand is told", () => {
  const keys = (depth: Depth) => cardsOf(doc, depth).map((card) => card.key);
  it("is a card a stage with its stops apart, in the order of work", () => {
    expect(keys("phases")).toEqual([
      "place:0",
      "confined",
      "place:2",
      "ceiling",
      "leak_test:1",
      "torch_out",
      "cut:L",
    ]);
    const grouped = cardsOf(doc, "phases").map((card) => stepsOf(card).map((each) => each.key));
    expect(grouped[2]).toEqual(["extinguisher", "ventilate"]);
    // a leak that is found leads on from where it was looked for
    expect(grouped[4]).toEqual(["soap", "leak"]);
  });
  it("never removes a stop, and tells the stops in the same order", () => {
    const stops = ["confined", "ceiling", "leak", "torch_out"];
    expect(keys("stops")).toEqual([...stops, "cut:L"]);
    for (const depth of ["every_step", "phases", "stops"] as const) {
      const told = cardsOf(doc, depth).flatMap(stepsOf);
      expect(told.map((each) => each.key).filter((key) => stops.includes(key))).toEqual(stops);
    }
  });
  it("is the shop's choice for a person, and everything for whoever is not known", () => {
    expect([depthOf(doc, "T"), depthOf(doc, "X"), depthOf(doc, null)]).toEqual([
      "phases",
      "every_step",
      "every_step",
    ]);
  });
  it("decides what is still open at hand-over", () => {
    const done = (key: string) => event(key, 1, "R", "step", { key, done: true });
    const made = event("cut", 1, "R", "cut", { line_id: "L", outcome: "good" });
    const stops = ["confined", "ceiling", "leak", "torch_out"];
    const told = stops.map(done);
    // whatever was noted: what is never left out stays open until it is done
    const out = event("out", 0.5, "R", "skip", { key: "ceiling", reason: "in a hurry" });
    const left = handedOver(doc, [...told.filter((_, i) => i !== 1), out, made], "stops");
    expect([left.complete, left.open.map((each) => each.key)]).toEqual([false, ["ceiling"]]);
    expect(handedOver(doc, [...told, made], "stops").complete).toBe(true);
    expect(handedOver(doc, [...told, made], "phases").open.map((each) => each.key)).toEqual([
      "permit",
      "extinguisher",
      "ventilate",
      "soap",
    ]);
  });
});

describe("gas and clocks", () => {
  const gas = (...needs: object[]) => ({ ...doc, made_at: ago(1), needs }) as unknown as Doc;
  it("tells the gas that ends first, less what was cut since it was read", () => {
    const both = gas({ gas: "oxygen", minutes: 20 }, { gas: "acetylene", minutes: 12 });
    expect(minutesLeft(both, [], 120)).toEqual({ gas: "acetylene", minutes: 10 });
    const cuts = [0.5, 2].map((at) =>
      event(`${at}`, at, "R", "cut", {
        line_id: "L",
        outcome: "good",
        start_s: 30,
        duration_s: 150,
      }),
    );
    // the one of two hours ago is in the reading already
    expect(minutesLeft(both, cuts, 0)?.minutes).toBeCloseTo(9);
    expect(minutesLeft(both, cuts, 3600)?.minutes).toBe(0);
    expect(minutesLeft(gas({ gas: "oxygen", minutes: null }), [], 0)).toBeNull();
  });
  it("runs the clock of a cylinder that stands in the rack, unless someone started their own", () => {
    const upright = step("stand:acetylene", { code: "stand_upright" }) as never;
    const rack = { ...doc, made_at: ago(1), cylinders: [{ stands_until: ago(-5) }] } as never;
    expect(clockOf(rack, upright, folded([]))?.happened_at).toBe(ago(1));
    expect(clockOf(doc, upright, folded([]))).toBeUndefined();
    const own = event("t", 3, "R", "timer", { key: "stand:acetylene", running: true });
    expect(clockOf(rack, upright, folded([own]))?.id).toBe("t");
    expect(clockOf(rack, step("fire_watch") as never, folded([]))).toBeUndefined();
  });
  it("begins nothing with a cylinder that lay down where the order of work does not ask for its time", () => {
    const cylinders = [
      { gear_id: "lay", stands_until: ago(-5) },
      { gear_id: "stood", stands_until: null },
    ];
    const before = { ...doc, cylinders } as never;
    expect(missesTheStand(before, ["lay", "stood"])).toBe(true);
    expect(missesTheStand(before, ["stood"])).toBe(false);
    const asks = {
      ...doc,
      cylinders,
      phases: [phase("cylinders", stop("stand_upright"))],
    } as never;
    expect(missesTheStand(asks, ["lay"])).toBe(false);
  });
  it("says the day only of another day", () => {
    const at = new Date(2026, 5, 2, 14, 5);
    const same = moment(at.toISOString(), new Date(2026, 5, 2, 20));
    const other = moment(at.toISOString(), new Date(2026, 5, 3, 1));
    expect(other.endsWith(same) && other.length > same.length).toBe(true);
  });
});
