import { describe, expect, it } from "vitest";
import type { CutPlan, Schemas } from "@/api/client";
import { ABSENT } from "../model";
import { figuresOf, totalsOf, wayFacts, whysOf } from "./figures";

const stroke = {
  tip: { bore_mm: 1.2, mark: "C" },
  oxygen_pressure_kpa: { low: 200, set: 250, high: 300 },
  fuel_pressure_kpa: null,
  start_preheat_s: { low: 10, set: 12, high: 15 },
  travel_speed_mm_min: { low: 300, set: 400, high: 500 },
  kerf_mm: 1.6,
  slow: [
    { why: "fillet", speed_mm_min: 200, from_mm: 10 },
    { why: "fillet", speed_mm_min: 200, from_mm: 90 },
    { why: "web", speed_mm_min: 300, from_mm: 50 },
  ],
} as unknown as Schemas["StrokeWire"];

describe("what is set for a stroke", () => {
  it("stands in the reader's units, each place where it slows once", () => {
    const set = figuresOf(stroke, "metric_kpa", false);
    expect(set).toMatchObject({ oxygen: "250 kPa", heat: "12 s", pace: "400 mm/min" });
    expect(set.slow).toHaveLength(2);
    expect(set.slow[0]).toMatch(/^200 mm\/min at /);
  });

  it("is absent where the cut is stopped, every number of it", () => {
    const { slow, ...set } = figuresOf(stroke, "inch", true);
    expect(slow).toEqual([]);
    expect(new Set(Object.values(set))).toEqual(new Set([ABSENT]));
    for (const value of Object.values(set)) expect(value).not.toMatch(/\d/);
  });
});

const reader = { system: "metric", money: (value: number) => `$${value.toFixed(2)}` } as const;
const way = {
  code: "upright",
  strokes: 3,
  turns: 1,
  time_s: { total: 90 },
  oxygen_l: 210,
  cost: 4.5,
  reached: true,
} as unknown as Schemas["WayWire"];

describe("what a way of lying takes", () => {
  it("is its strokes, time, oxygen, turns and cost in the reader's units", () => {
    expect(wayFacts(way, { ...reader, stopped: false })).toEqual([
      "3 strokes",
      "1 min 30 s",
      "210 l oxygen",
      "turned once",
      "$4.50",
    ]);
  });

  it("says one stroke and several turns as they are said, and no cost where none is known", () => {
    const other = { ...way, strokes: 1, turns: 3, cost: null };
    const [strokes, , , turns, ...more] = wayFacts(other, { ...reader, stopped: false });
    expect([strokes, turns, more]).toEqual(["1 stroke", "turned 3 times", []]);
    expect(wayFacts({ ...way, turns: 0 }, { ...reader, stopped: false })).toHaveLength(4);
  });

  it("promises no time, gas or money of a cut that must not be made", () => {
    expect(wayFacts(way, { ...reader, stopped: true })).toEqual(["3 strokes", "turned once"]);
  });
});

describe("what the whole cut takes", () => {
  const plan = (verdict: string, cost: object | null) =>
    ({
      verdict,
      time_s: { total: 61 },
      oxygen_l: 100,
      fuel_l: 20,
      cost,
    }) as unknown as CutPlan;

  it("names the fuel, and counts money where prices are known", () => {
    const rows = totalsOf(plan("go", { total: 3 }), "propane", reader);
    expect(rows.map(({ quantity, value }) => [quantity, value])).toEqual([
      ["time_s", "1 min 1 s"],
      ["oxygen_l", "100 l"],
      ["fuel_l", "20 l"],
      ["cost", "$3.00"],
    ]);
    expect(rows[2]?.name).toBe("propane");
    expect(totalsOf(plan("go", null), "propane", reader)).toHaveLength(3);
  });

  it("is absent where the cut is stopped", () => {
    const rows = totalsOf(plan("stop", { total: 3 }), "propane", reader);
    expect(rows.map(({ value }) => value)).toEqual([ABSENT, ABSENT, ABSENT, ABSENT]);
  });
});

it("tells each reason for a hold once, and none for the piece", () => {
  const hold = (part: string, why: string) => ({ part, why });
  const holds = [hold("piece", "a"), hold("drop", "b"), hold("tee", "b"), hold("drop", "c")];
  const told = whysOf(holds as unknown as Schemas["SectionReply"]["holds"]);
  expect(told.map(({ part, why }) => [part, why])).toEqual([
    ["drop", "b"],
    ["drop", "c"],
  ]);
});
