import { describe, expect, it } from "vitest";
import { WORK } from "@/text/work";
import { figuresOf } from "./figures";

const stage = (settings: object) => ({ settings });
const plan = (more: object) =>
  ({
    verdict: "go",
    tip: { bore_mm: 1.2, mark: "B" },
    stages: [
      stage({}),
      stage({ oxygen_pressure: { numbers: [250] }, fuel_pressure: { numbers: [30] } }),
    ],
    dial_for_pace: null,
    time_s: 61,
    oxygen_l: 100,
    fuel_l: 20,
    ...more,
  }) as unknown as Parameters<typeof figuresOf>[0];

describe("what a work is set to", () => {
  it("is told in the reader's units, tip first, gas last", () => {
    const [tip, ...more] = figuresOf(plan({ dial_for_pace: 12 }), "metric_kpa");
    expect(tip).toContain("B");
    expect(more).toEqual([
      "oxygen 250 kPa",
      "fuel 30 kPa",
      `${WORK.dialSays} 12.0`,
      `${WORK.whole} 1 min 1 s`,
      "100 l oxygen",
      "20 l fuel",
    ]);
  });

  it("names no pressure where the work has none, and says that it takes no tip", () => {
    const told = figuresOf(plan({ tip: null, stages: [stage({})] }), "metric");
    expect(told[0]).toBe(WORK.noTip);
    expect(told.join(" ")).not.toMatch(/bar/);
  });

  it("says nothing of work that is stopped: what stands there is set", () => {
    expect(figuresOf(plan({ verdict: "stop" }), "metric")).toEqual([]);
  });
});
