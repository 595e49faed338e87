import { describe, expect, it } from "vitest";
import type { CutPlan } from "@/api/client";
import { alongBars, LINES, part, shownFigure } from "./figures";

describe("fuels side by side", () => {
  it("share the scale of their row: the longest bar is whole, and nothing is no bar", () => {
    expect([part(5, [5, 10]), part(10, [5, 10]), part(0, [0, 0])]).toEqual([50, 100, 0]);
  });

  it("show a figure in the reader's units, and a stop leaves none", () => {
    const line = LINES.find(({ quantity }) => quantity === "travel_speed_mm_min");
    if (line === undefined) throw new Error("no pace");
    expect(shownFigure(line, 254, "inch")).toBe("10 in/min");
    expect(shownFigure(line, undefined, "inch")).not.toMatch(/\d/);
  });

  it("ask each figure once, of a plan that has them all", () => {
    const names = LINES.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
    const band = { low: 1, set: 2, high: 3 };
    const plan = {
      line_total: { cost: 4, time_s: 5, oxygen_l: 6, fuel_l: 7, count: 1 },
      start_preheat_s: band,
      travel_speed_mm_min: band,
      oxygen_pressure_kpa: null,
      fuel_pressure_kpa: null,
      standoff_mm: band,
    } as unknown as CutPlan;
    // what a stop is about has no figure, all else has one
    for (const line of LINES) {
      const value = line.of(plan);
      expect(value === undefined, line.name).toBe(line.quantity.endsWith("pressure_kpa"));
    }
  });
});

describe("what moves a result", () => {
  it("stands between the lowest and the highest of all bars", () => {
    const at = alongBars(10, [
      { low: 8, high: 12 },
      { low: 9, high: 18 },
    ]);
    expect([at(8), at(10), at(18)]).toEqual([0, 20, 100]);
  });

  it("stands in the middle where nothing moves it", () => {
    expect(alongBars(10, [])(10)).toBe(50);
    expect(alongBars(10, [{ low: 10, high: 10 }])(10)).toBe(50);
  });
});
