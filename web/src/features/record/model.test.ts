import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { className } from "@/text/record";
import {
  across,
  firstChanges,
  numbersOf,
  PICTURE,
  place,
  rowsOf,
  shareSaid,
  stacked,
  strip,
  up,
} from "./model";

const CLASS = {
  process: "guided",
  fuel: "acetylene",
  bore_mm: 1.2,
  thickness_mm: { low: 10, high: 31.623 },
};
type Over = Partial<Omit<Schemas["FactorWire"], "class">> & {
  class?: Partial<Schemas["ClassWire"]>;
};
const NONE = { process: null, fuel: null, bore_mm: null, thickness_mm: null, person_id: null };
const factor = ({ class: of, ...over }: Over): Schemas["FactorWire"] => ({
  kind: "speed",
  class: { ...NONE, ...(of ?? CLASS) },
  n: 5,
  median: 1,
  low: 0.9,
  high: 1.1,
  from: "class",
  state: "learning",
  frozen: null,
  ...over,
});

describe("what the burns teach", () => {
  it("puts each class with its own hands, the most burnt first", () => {
    const other = { ...CLASS, bore_mm: 2 };
    const rows = rowsOf(
      [
        factor({ from: "shop", class: {}, n: 40 }),
        factor({ n: 5 }),
        factor({ n: 30, class: other }),
        factor({ from: "hand", class: { ...CLASS, person_id: "a" } }),
        factor({ from: "hand", class: { ...other, person_id: "a" } }),
        factor({ kind: "kerf", n: 99 }),
      ],
      "speed",
    );
    expect(rows.map((row) => [row.factor.n, row.hands.length])).toEqual([
      [30, 1],
      [5, 1],
    ]);
  });

  it("stands at the plan in the middle of its logarithm, and within the picture", () => {
    expect(place(0.9) - place(1)).toBeCloseTo(place(1) - place(1 / 0.9));
    expect(place(0.3)).toBe(0);
    expect(place(3)).toBe(1);
    expect(place(1.1)).toBeGreaterThan(place(1));
  });

  it("names a class in the reader's words", () => {
    expect(className(CLASS, "metric")).toContain("1.2 mm");
    expect(className(CLASS, "metric")).toContain("guided, acetylene");
    expect(className({ process: "guided", fuel: "propane" }, "inch")).toBe("guided, propane");
    expect(className({}, "inch")).toBe("Whole shop");
  });

  it("stacks hands that would lie on each other", () => {
    expect(stacked([0.5, 0.51, 0.9], 0.03)).toEqual([0, 1, 0]);
    expect(stacked([0.51, 0.5, 0.52, 0.53], 0.015)).toEqual([1, 0, 0, 1]);
    expect(stacked([], 0.1)).toEqual([]);
  });

  it("says whether a band is honest, with the luck of so few", () => {
    const of = { n: 180, within: 142, share: 142 / 180, share_low: 0.7235, share_high: 0.842 };
    expect(shareSaid(of)).toBe("142 of 180, 79 % (72 to 84)");
    // few burns leave a wide margin, and it is said
    const few = { n: 5, within: 3, share: 0.6, share_low: 0.231, share_high: 0.882 };
    expect(shareSaid(few)).toBe("3 of 5, 60 % (23 to 88)");
  });

  it("tells a change once for each rig and figure, when it began", () => {
    const change = (kind: string, job: string, day: string) =>
      ({ kind, job, happened_at: day, burn_id: day, factor: 0.8 }) as Schemas["SeenWire"];
    const told = firstChanges([
      change("speed", "Yard", "1"),
      change("speed", "Yard", "2"),
      change("kerf", "Yard", "3"),
      change("speed", "Bridge", "4"),
    ]);
    expect(told.map(({ happened_at }) => happened_at)).toEqual(["1", "3", "4"]);
  });
});

describe("numbers of a trial", () => {
  it("come with spaces, in lines, with commas for points", () => {
    expect(numbersOf("12 13.5\n11,5; 9")).toEqual({ numbers: [12, 13.5, 11.5, 9], odd: [] });
    expect(numbersOf("12, 13 x")).toEqual({ numbers: [12, 13], odd: ["x"] });
    expect(numbersOf("  ")).toEqual({ numbers: [], odd: [] });
  });
});

it("draws as far over as under the plan alike, and what lies beyond at its rim", () => {
  expect(up(1.25) - up(1)).toBeCloseTo(up(1) - up(0.8));
  expect(across(1.1) - across(1)).toBeCloseTo(across(1) - across(1 / 1.1));
  expect(up(9)).toBe(PICTURE.top);
  expect(across(0.1)).toBe(PICTURE.left);
});

it("shows the middle one of all bands about what was told", () => {
  const band = (half: number) => ({ told: 1, low: 1 / half, high: half });
  const { low, right, high } = strip([band(1.1), band(1.2), band(3)]);
  expect((high[0]?.done ?? 0) / (high[0]?.told ?? 1)).toBeCloseTo(1.2);
  expect(right.every(({ told, done }) => told === done)).toBe(true);
  expect((low[1]?.done ?? 0) / (low[1]?.told ?? 1)).toBeCloseTo(1 / 1.2);
});
