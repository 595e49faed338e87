import { describe, expect, it } from "vitest";
import { answerOf, confounded, measured, typedValue } from "./trial";

const judged = { difference: -6.123, low: -7, high: -5.25, probability_a_better: 0.998 };

describe("an answer", () => {
  it("names the better way as the shop calls it, and how sure it is", () => {
    const names = { a: "cleaned", b: "as it is" };
    expect(answerOf(judged, names)).toMatchObject({
      isSure: true,
      which: "99.8 % sure that this is better: cleaned.",
    });
    const other = { ...judged, difference: 6.1, probability_a_better: 0.07 };
    expect(answerOf(other, names).which).toBe("93 % sure that this is better: as it is.");
    expect(answerOf(judged, names).by).toContain("6.12 less");
    // nobody is ever all sure
    expect(answerOf({ ...judged, probability_a_better: 1 }).which).toContain("Over 99.9 % sure");
  });

  it("is none where it might as well be the other way", () => {
    expect(answerOf({ ...judged, probability_a_better: 0.62 }).isSure).toBe(false);
    expect(answerOf({ ...judged, probability_a_better: 0.5 }).which).toContain("the first way");
  });
});

describe("a trial", () => {
  it("counts what was measured, a nought too", () => {
    const strips = [0, null, 3].map((value) => ({ way: "a", value }));
    expect(measured({ strips })).toEqual([2, 3]);
  });

  it("takes what is typed as a number, an empty field as none, and nothing else", () => {
    expect(["4.5", "4,5", " 0 ", "", "soon", "-1"].map(typedValue)).toEqual([
      4.5,
      4.5,
      0,
      null,
      undefined,
      undefined,
    ]);
  });
});

describe("what differs besides", () => {
  it("is said in words, or not at all", () => {
    expect(confounded([])).toBeNull();
    expect(confounded(["hand"])).toContain("differ in the hand too");
    expect(confounded(["fuel", "hand", "thickness"])).toContain(
      "the fuel, the hand and the thickness",
    );
  });
});
