import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { leftOut, parted, swapsOf, tipsTake } from "./told";

const span = (from_s: number) => ({ from_s });
const plan = (...gases: number[][]) =>
  ({
    gases: gases.map((spans, i) => ({ gas: `gas ${i}`, spans: spans.map(span) })),
  }) as unknown as Schemas["GasPlan"];

describe("swaps of cylinders", () => {
  it("stand in the order of time over all gases; the first of each gas is open from the start", () => {
    const swaps = swapsOf(plan([0, 900, 1800], [0, 1200]));
    expect(swaps.map(({ supply, span }) => [supply.gas, span.from_s])).toEqual([
      ["gas 0", 900],
      ["gas 1", 1200],
      ["gas 0", 1800],
    ]);
  });

  it("are none where each gas lasts, or no gas is asked", () => {
    expect(swapsOf(plan([0], [0]))).toEqual([]);
    expect(swapsOf(plan())).toEqual([]);
  });
});

it("parts what is said of cylinders that are not counted from what is said of the job", () => {
  const notes = ["cylinder_lies", "short", "cylinder_out"].map((code) => ({ code }));
  const { rack, mine } = parted(notes as unknown as Schemas["GasPlan"]["notes"]);
  expect(rack.map(({ code }) => code)).toEqual(["cylinder_lies", "cylinder_out"]);
  expect(mine.map(({ code }) => code)).toEqual(["short"]);
});

it("ends its sentence by what is left out", () => {
  expect([0, 1, 3].map(leftOut)).toEqual([
    "",
    "; one stopped cut is left out",
    "; 3 stopped cuts are left out",
  ]);
});

describe("what the fewest tips take", () => {
  const tips = (fewest: number, best: number, [few_s, best_s]: [number, number]) =>
    ({
      fewest: Array(fewest).fill({}),
      best: Array(best).fill({}),
      with_fewest: { total_s: few_s, oxygen_l: 100 },
      with_best: { total_s: best_s, oxygen_l: 90 },
    }) as unknown as Parameters<typeof tipsTake>[0];

  it("stands beside the tip that suits each cut best, with what it saves", () => {
    expect(tipsTake(tips(1, 3, [100, 220]), "metric")).toBe(
      "With no tip changes: 1 min 40 s, 100 l oxygen. " +
        "With the tip each cut is planned with, 2 tip changes: 3 min 40 s, 90 l oxygen. " +
        "The fewer tips save 2 min, changing tips counted.",
    );
  });

  it("says what it costs, and nothing where it is alike", () => {
    expect(tipsTake(tips(2, 3, [250, 220]), "metric")).toContain("The fewer tips cost 30 s");
    expect(tipsTake(tips(2, 2, [220.4, 220]), "metric")).not.toContain("fewer tips");
    expect(tipsTake(tips(2, 2, [220, 220]), "metric")).toContain("one tip change");
  });
});
