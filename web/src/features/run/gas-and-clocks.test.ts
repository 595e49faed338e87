import { describe, expect, it } from "vitest";
import {
  cardsOf,
  clockOf,
  cutAhead,
  type Doc,
  distances,
  folded,
  minutesLeft,
  missesTheStand,
  nextOpen,
  type RunEvent,
  stays,
  unvouched,
} from "./model";

const MADE_AT = "2026-05-31T09:00:00Z";
const event = (id: string, second: number, kind: string, body: object, more: object = {}) =>
  ({
    id,
    happened_at: new Date(Date.parse(MADE_AT) + second * 1000).toISOString(),
    kind,
    body,
    ...more,
  }) as unknown as RunEvent;
const cut = (id: string, count = 1) => ({
  line: { id },
  request: {},
  plan: { line_total: { count } },
  fits: true,
  why_not: null,
});
const doc = (more: object = {}) =>
  ({
    made_at: MADE_AT,
    fuel: "acetylene",
    phases: [{ code: "cut", title: "Cut", steps: [] }],
    cuts: [cut("a", 2), cut("b")],
    stopped: [],
    cylinders: [],
    needs: [],
    held: {},
    ...more,
  }) as unknown as Doc;

describe("the gas on the rig", () => {
  const needs = [
    { gas: "oxygen", minutes: 40 },
    { gas: "acetylene", minutes: 25 },
    { gas: "propane", minutes: null },
  ];

  it("lasts as long as the one that ends first, less what was cut since the document was written", () => {
    expect(minutesLeft(doc({ needs }), [], 0)).toEqual({ gas: "acetylene", minutes: 25 });
    const burnt = [event("1", 60, "cut", { line_id: "a", start_s: 30, duration_s: 90 })];
    expect(minutesLeft(doc({ needs }), burnt, 60)?.minutes).toBeCloseTo(22);
    // what was cut before it was written is in it already
    const before = [event("1", -60, "cut", { line_id: "a", start_s: 30, duration_s: 90 })];
    expect(minutesLeft(doc({ needs }), before, 0)?.minutes).toBe(25);
  });

  it("never lasts less than nothing, and says nothing where no cylinder is known", () => {
    expect(minutesLeft(doc({ needs }), [], 3_600)?.minutes).toBe(0);
    expect(minutesLeft(doc({ needs: [{ gas: "oxygen", minutes: null }] }), [], 0)).toBeNull();
  });
});

describe("a cylinder that lay", () => {
  const lain = [{ gear_id: "g", stands_until: "2026-06-01T09:00:00Z" }];
  const stand = { key: "stand", code: "stand_upright" };

  it("is missed where it goes on the rig and the order of work does not ask for its time", () => {
    expect(missesTheStand(doc({ cylinders: lain }), ["g"])).toBe(true);
    expect(missesTheStand(doc({ cylinders: lain }), ["other"])).toBe(false);
    const asked = doc({
      cylinders: lain,
      phases: [{ code: "cylinders", title: "Cylinders", steps: [stand] }],
    });
    expect(missesTheStand(asked, ["g"])).toBe(false);
    expect(missesTheStand(doc({ cylinders: [{ gear_id: "g" }] }), ["g"])).toBe(false);
  });

  it("has a clock without anybody starting it, and another step has none", () => {
    const none = folded([]);
    expect(clockOf(doc({ cylinders: lain }), stand as never, none)).toEqual({
      id: "rack",
      happened_at: MADE_AT,
    });
    expect(clockOf(doc(), stand as never, none)).toBeUndefined();
    const watch = { key: "watch", code: "fire_watch" } as never;
    expect(clockOf(doc({ cylinders: lain }), watch, none)).toBeUndefined();
    const started = folded([event("t", 5, "timer", { key: "watch", running: true })]);
    expect(clockOf(doc(), watch, started)?.id).toBe("t");
  });
});

describe("what comes next", () => {
  it("is the first cut that still has pieces, and the first of all where none has", () => {
    const made = (id: string, line_id: string) => event(id, 1, "cut", { line_id, outcome: "good" });
    const ahead = (...events: RunEvent[]) => cutAhead(doc(), folded(events))?.line.id;
    expect(ahead()).toBe("a");
    expect(ahead(made("1", "a"))).toBe("a");
    expect(ahead(made("1", "a"), made("2", "a"))).toBe("b");
    expect(ahead(made("1", "a"), made("2", "a"), made("3", "b"))).toBe("a");
  });

  it("lies behind the last card where nothing is open", () => {
    const cards = cardsOf(doc());
    expect(nextOpen(cards, folded([]))).toBe(0);
    const all = ["1", "2", "3"].map((id, i) =>
      event(id, i, "cut", { line_id: i < 2 ? "a" : "b", outcome: "good" }),
    );
    expect(nextOpen(cards, folded(all))).toBe(cards.length);
    expect(nextOpen([], folded([]))).toBe(0);
  });
});

describe("what is kept of a run", () => {
  it("goes beyond it for pieces, what was taken back, and a cylinder's time; a leak test does not", () => {
    const kinds = [
      event("1", 0, "cut", { line_id: "a" }),
      event("2", 0, "undo", { event: "1" }),
      event("3", 0, "timer", { key: "stand_upright:g", running: true }),
      event("4", 0, "timer", { key: "fire_watch", running: true }),
      event("5", 0, "step", { key: "soap_test", done: true }),
    ];
    expect(kinds.map(stays)).toEqual([true, true, true, false, false]);
  });

  it("is told apart where nobody vouches for it, a lost tablet before a chosen name", () => {
    const told = [
      event("1", 0, "note", {}, { verified: true, from_revoked: false }),
      event("2", 0, "note", {}, { verified: false, from_revoked: false }),
      event("3", 0, "note", {}, { verified: false, from_revoked: true }),
      event("4", 0, "note", {}, { verified: true, from_revoked: true }),
    ];
    expect(unvouched(told)).toEqual({ named: 1, lost: 2 });
    expect(unvouched([])).toEqual({ named: 0, lost: 0 });
  });
});

describe("how far off the plate the torch is held", () => {
  const plan = { standoff_mm: { set: 2 }, tip_to_plate_mm: { set: 8 } } as never;

  it("is told both ways, the shop's own measure first", () => {
    const by = (held: object) => distances(doc({ held }), plan, "metric").map((each) => each.by);
    expect(by({})).toEqual(["cones", "tip"]);
    expect(by({ standoff_measure: "tip" })).toEqual(["tip", "cones"]);
    const [cones, tip] = distances(doc(), plan, "metric");
    expect([cones.value, tip.value]).toEqual(["2 mm", "8 mm"]);
  });
});
