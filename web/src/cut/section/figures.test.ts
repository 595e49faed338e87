import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { ABSENT } from "../model";
import { figuresOf } from "./figures";

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
