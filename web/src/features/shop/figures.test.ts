import { describe, expect, it } from "vitest";
import { print, SYSTEMS } from "@/units";
import { ACTS, CURRENCIES, FIGURES, GROUPS, MOVED, PRICES, questionsOf, UNITS } from "./figures";

const school = (question: string, option: string, acts: string) =>
  ({ question, option, acts }) as never;

describe("what a shop settles of itself", () => {
  it("asks each once, and of a kind that has a unit for every reader", () => {
    const all = [...FIGURES, ...PRICES];
    expect(new Set(all.map(({ key }) => key)).size).toBe(all.length);
    expect(new Set(all.map(({ label }) => label)).size).toBe(all.length);
    for (const { kind, key } of all)
      for (const system of SYSTEMS) expect(print(1, kind, system), key).not.toContain("undefined");
  });

  it("offers every choice once", () => {
    for (const options of [CURRENCIES, UNITS, MOVED])
      expect(new Set(options.map(({ value }) => value)).size).toBe(options.length);
    expect(UNITS.map(({ value }) => value)).toEqual([...SYSTEMS]);
  });
});

describe("the questions of the trade", () => {
  const schools = [
    school("how_hot", "cherry", "yes"),
    school("how_hot", "orange", "yes"),
    school("grip", "two_hands", "card"),
    school("lens", "five", "run"),
  ];

  it("stand by what an answer changes, each with all its schools", () => {
    const [figures, work] = GROUPS.map(({ acts }) => questionsOf(schools, acts));
    expect(figures?.map(([question, of]) => [question, of.length])).toEqual([["how_hot", 2]]);
    expect(work?.map(([question]) => question)).toEqual(["grip", "lens"]);
    expect(questionsOf([], ["yes"])).toEqual([]);
  });

  it("each in one group alone, and said where its answer is only printed", () => {
    const acts = GROUPS.flatMap((group) => group.acts);
    expect(new Set(acts).size).toBe(acts.length);
    expect(Object.keys(ACTS).every((act) => acts.includes(act))).toBe(true);
  });
});
