import { describe, expect, it } from "vitest";
import type { CutPlan } from "@/api/client";
import { WORK } from "@/text/work";
import { workTotals } from "./totals";

const plan = (count: number, verdict = "go") =>
  ({
    verdict,
    time_s: { total: 90 },
    line_total: { count, time_s: 90 * count, oxygen_l: 100 * count, fuel_l: 20 * count },
  }) as unknown as CutPlan;

describe("what a work takes", () => {
  it("is each and all of them, and the dial of a carriage that is known", () => {
    expect(workTotals(plan(4), { dial_for_pace: 33.94 }, "metric")).toEqual([
      `${WORK.each} 1 min 30 s`,
      `${WORK.all} 4: 6 min`,
      "400 l oxygen",
      "80 l fuel",
      `${WORK.dialSays} 33.9`,
    ]);
    expect(workTotals(plan(1), { dial_for_pace: null }, "metric")).toHaveLength(3);
  });

  it("is not told of work that is stopped", () => {
    expect(workTotals(plan(4, "stop"), { dial_for_pace: 33.9 }, "metric")).toEqual([]);
  });
});
