import { describe, expect, it } from "vitest";
import { drawn, mixed } from "@/draw/torch/flame-mix";
import shared from "../../../../reference/cases/run_record.json";
import { beats, face, leftOf, onStrip, paceAt, paceOf, toNextStop } from "./clock";
import {
  type Card,
  cardsOf,
  type Doc,
  endOf,
  type Folded,
  folded,
  handedOver,
  isDone,
  isOver,
  judged,
  otherwiseRigged,
  type RunEvent,
  slices,
  stoppedOf,
  usualOf,
} from "./model";

/** Frames of a screen that drops some and sleeps: ticks at which it happened to look. */
function looks(until: number): number[] {
  const at: number[] = [];
  let now = 0;
  for (let i = 0; now < until; i++) {
    // 60 a second, every seventh frame 300 ms late, and one sleep of 20 s
    now += i % 7 === 0 ? 300 : 1000 / 60;
    if (i === 500) now += 20_000;
    at.push(Math.min(now, until));
  }
  return at;
}

describe("pace", () => {
  it("is where the clock says after two minutes of dropped frames and sleep, within one percent", () => {
    // 300 mm/min for 2 min are 600 mm
    const places = looks(120_000).map((ms) => paceAt(ms, 300));
    expect(Math.abs((places.at(-1) ?? 0) / 600 - 1)).toBeLessThan(0.01);
    expect(places.every((mm, i) => i === 0 || mm >= (places[i - 1] ?? 0))).toBe(true);
  });
  it("of a cut is none where two touches cannot have been its ends: the shop would refuse the cut", () => {
    expect(paceOf(300, 60)).toBe(300);
    expect([paceOf(355.6, 1.5), paceOf(300, 0), paceOf(1, 3600)]).toEqual([null, null, null]);
  });
  it("wraps on its strip, beats each inch and counts to the next stop", () => {
    expect(onStrip(250, 200)).toBeCloseTo(0.25);
    expect(beats(25.4 * 3, 25.4)).toBe(3);
    expect(toNextStop(100, [304.8, 609.6], 914.4, 304.8)).toBeCloseTo((204.8 / 304.8) * 60);
    expect(toNextStop(914.4, [304.8], 914.4, 300)).toBeNull();
  });
});

describe("clocks", () => {
  it("go on through a reload and never run backward", () => {
    expect(leftOf(3600, 600, 30_000)).toBe(2970);
    // the wall clock was set back: nothing is counted twice, nothing is given away
    expect(leftOf(3600, -500, 0)).toBe(3600);
    expect(leftOf(60, 50, 90_000)).toBe(0);
  });
  it("show hours only where there are some", () => {
    expect([face(3909), face(247), face(0)]).toEqual(["1:05:09", "4:07", "0:00"]);
  });
});

const event = (id: string, second: number, kind: string, body: object) =>
  ({
    id,
    happened_at: new Date(Date.UTC(2026, 4, 31, 23, 59, second)).toISOString(),
    person_id: null,
    kind,
    body,
  }) as unknown as RunEvent;

describe("the record", () => {
  for (const { name, events, steps, cuts, timers } of shared.cases) {
    it(`is what the shop makes of it, in every order and told twice: ${name}`, () => {
      const all = events.map((each) => ({ ...each, person_id: null }) as unknown as RunEvent);
      for (const told of [all, [...all].reverse(), [...all.slice(2), ...all]]) {
        const state = folded(told);
        expect(Object.fromEntries(state.steps)).toEqual(steps);
        const made = [...state.cuts].map(([line, each]) => [line, each.map((cut) => cut.id)]);
        expect(Object.fromEntries(made)).toEqual(cuts);
        expect([...state.timers.keys()]).toEqual(timers);
      }
    });
  }
});

describe("what is handed over", () => {
  const step = (key: string) => ({ key, code: key.split(":")[0] });
  const cut = (id: string, count: number, why_not: string | null) => ({
    line: { id },
    request: {},
    plan: { line_total: { count } },
    fits: why_not === null,
    why_not,
  });
  const doc = (...cuts: object[]) =>
    ({
      phases: [
        { code: "place", title: "Place", steps: [step("hot_work_permit"), step("extinguisher")] },
        { code: "cut", title: "Cut", steps: [] },
      ],
      cuts,
      stopped: [{ line_id: "S", title: "S", notes: [{ level: "stop", code: "fuel_over_limit" }] }],
    }) as unknown as Doc;
  const done = event("s", 10, "step", { key: "hot_work_permit", done: true });
  const out = (id: string, second: number, reason: string) =>
    event(id, second, "skip", { key: "extinguisher", reason });
  const made = (id: string, second: number, line_id: string, outcome = "good") =>
    event(id, second, "cut", { line_id, outcome });

  it("counts pieces, tells why a step was left out, and is complete when nothing is open", () => {
    const all = [
      done,
      out("o", 20, "not met here"),
      made("1", 30, "L"),
      made("2", 40, "L", "redo"),
    ];
    const open = handedOver(doc(cut("L", 2, null)), all);
    expect([open.left, open.open.length]).toEqual([true, 0]);
    expect(open.cuts.map(({ made, of, why }) => [made, of, why])).toEqual([[1, 2, undefined]]);
    expect(open.skipped.map(({ step, reason }) => [step.key, reason])).toEqual([
      ["extinguisher", "not met here"],
    ]);
    expect(open.complete).toBe(false);
    expect(handedOver(doc(cut("L", 2, null)), [...all, made("3", 50, "L")]).complete).toBe(true);
  });
  it("is never complete while a cut is stopped or waits for another fuel", () => {
    const all = [done, out("o", 20, "not met here"), made("1", 30, "L")];
    const stopped = handedOver(doc(cut("L", 1, null), cut("S", 1, "stopped")), all);
    expect([stopped.complete, stopped.cuts[1]?.why?.code]).toEqual([false, "fuel_over_limit"]);
    const other = doc(cut("L", 1, null), cut("P", 1, "other_fuel"));
    expect(handedOver(other, all).complete).toBe(false);
    // what another rig makes is left to it: nobody is asked why
    expect(handedOver(other, all).left).toBe(false);
    // made with its own rig, whenever that was, it is made
    expect(handedOver(other, [...all, made("2", 40, "P")]).complete).toBe(true);
  });
  it("tells the last reason, and none where the step was done after all or the leaving taken back", () => {
    const twice = [out("a", 20, "not met here"), out("b", 30, "done already today")];
    const reasons = (events: RunEvent[]) =>
      handedOver(doc(), events).skipped.map((each) => each.reason);
    expect(reasons([...twice].reverse())).toEqual(["done already today"]);
    expect(reasons([...twice, event("u", 40, "undo", { event: "b" })])).toEqual(["not met here"]);
    const after = event("d", 50, "step", { key: "extinguisher", done: true });
    expect(reasons([...twice, after])).toEqual([]);
  });
});

describe("gauge and flame", () => {
  it("judges a reading; acetylene has a ceiling", () => {
    const band = { low: 200, set: 280, high: 380 };
    expect([100, 300, 500].map((kpa) => judged(kpa, band, null))).toEqual(["low", "right", "high"]);
    expect(judged(110, { low: 21, set: 28, high: 35 }, 103.4)).toBe("over_the_ceiling");
  });
  it("knows each state by the two valves; alternates never soot and show a star", () => {
    const bands = { carburising_below: 0.95, oxidising_above: 1.05, wanted: "neutral" };
    const state = (fuel: number, oxygen: number) => mixed(fuel, oxygen, bands);
    expect([
      state(0, 1),
      state(0.4, 0),
      state(1, 0),
      state(0.5, 0.3),
      state(0.5, 0.5),
      state(0.5, 0.8),
    ]).toEqual(["out", "sooty", "stands_off", "carburising", "neutral", "oxidising"]);
    expect(drawn("propane", 0.5, 0.05, "sooty").soot).toBe(0);
    expect(drawn("propane", 0.5, 0.5, "neutral").star).toBeCloseTo(1);
    expect(drawn("acetylene", 0.5, 0.5, "neutral").star).toBeNull();
  });
});

describe("cuts that are stopped", () => {
  const cut = (id: string, verdict: string) => ({
    line: { id },
    request: {},
    plan: { verdict, line_total: { count: 1 } },
    fits: verdict === "ok",
    why_not: { ok: null, stop: "stopped", propane: "other_fuel" }[verdict],
  });
  const doc = {
    fuel: "acetylene",
    ceiling_kpa: 103.42,
    phases: [{ code: "cut", title: "Cut", steps: [] }],
    cuts: [
      cut("a", "ok"),
      cut("b", "stop"),
      cut("c", "propane"),
      // a line that does not plan any more
      { line: { id: "d", typed: "3/4 plate" }, plan: null, fits: false, why_not: "stopped" },
    ],
    stopped: [
      { line_id: "b", title: "b", notes: [{ level: "stop", code: "not_oxygen_cuttable" }] },
      { line_id: "d", title: "d", notes: [{ level: "stop", code: "does_not_plan" }] },
    ],
  } as unknown as Doc;

  it("are no cards, and are told with the first reason why", () => {
    expect(cardsOf(doc).map((card) => card.key)).toEqual(["cut:a"]);
    expect(stoppedOf(doc).map(({ cut, note }) => [cut.line.id, note?.code])).toEqual([
      ["b", "not_oxygen_cuttable"],
      ["d", "does_not_plan"],
    ]);
    const over = handedOver(doc, []).cuts.map((each) => [each.cut.line.id, each.why?.code]);
    expect(over.slice(3)).toEqual([["d", "does_not_plan"]]);
    expect(otherwiseRigged(doc).map((cut) => cut.line.id)).toEqual(["c"]);
  });

  it("acetylene over its ceiling is over, and nothing else is", () => {
    const at = (gas: string, where: string, pressure_kpa: number) => ({
      one: { gas, where, pressure_kpa },
    });
    expect(isOver(doc, at("acetylene", "delivery", 104))).toBe(true);
    expect(isOver(doc, at("acetylene", "delivery", 103))).toBe(false);
    expect(isOver(doc, at("acetylene", "contents", 1500))).toBe(false);
    expect(isOver(doc, at("oxygen", "delivery", 400))).toBe(false);
    expect(isOver({ ...doc, ceiling_kpa: null }, at("acetylene", "delivery", 400))).toBe(false);
  });
});

describe("what waits on the tablet", () => {
  it("is sent in parts that the shop takes, in order, and nothing twice", () => {
    const waiting = Array.from({ length: 1_200 }, (_, i) => i);
    const parts = slices(waiting);
    expect(parts.map((part) => part.length)).toEqual([200, 200, 200, 200, 200, 200]);
    expect(parts.flat()).toEqual(waiting);
    expect(slices([]), "one question for what is new").toEqual([[]]);
    expect(slices([1])).toEqual([[1]]);
  });
});

describe("the gauges of a run", () => {
  const gauge = (gas: string, printed_in: string, full_kpa: number, kind = "contents") => ({
    gauge: kind,
    gas,
    printed_in,
    full_kpa,
    major_kpa: full_kpa / 4,
  });
  const usual = [
    gauge("oxygen", "psi", 27_579),
    gauge("oxygen", "bar", 30_000),
    gauge("acetylene", "bar", 4_000),
    gauge("oxygen", "bar", 600, "delivery"),
  ];

  it("of a cylinder end where the reader's own do; a gas that is weighed has none", () => {
    expect(endOf(usual, "oxygen", "inch")).toBe(27_579);
    expect(endOf(usual, "oxygen", "metric")).toBe(30_000);
    expect(endOf(usual, "propane", "metric")).toBeUndefined();
    expect(endOf(usual, "acetylene", "inch")).toBeUndefined();
  });

  it("are none in a document that a tablet kept from before they came", () => {
    expect(usualOf({} as Doc)).toEqual([]);
    expect(usualOf({ usual_gauges: usual } as unknown as Doc)).toBe(usual);
  });
});

describe("a card is done", () => {
  const step = (key: string, skip = "free") => ({ key, skip, code: key, level: "do" });
  const stage = (...steps: object[]) => ({ key: "s", steps }) as unknown as Card;
  const state = (steps: [string, string][], cuts: [string, { outcome: string }[]][] = []) =>
    ({ steps: new Map(steps), cuts: new Map(cuts) }) as unknown as Folded;

  it("when each of its steps is done or left out; a stop cannot be left out", () => {
    const both = stage(step("a"), step("b", "never"));
    expect(
      isDone(
        both,
        state([
          ["a", "skipped"],
          ["b", "done"],
        ]),
      ),
    ).toBe(true);
    expect(isDone(both, state([["a", "done"]]))).toBe(false);
    expect(
      isDone(
        both,
        state([
          ["a", "done"],
          ["b", "skipped"],
        ]),
      ),
    ).toBe(false);
    expect(isDone(stage(), state([]))).toBe(true);
  });
});
