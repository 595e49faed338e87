import { describe, expect, it } from "vitest";
import { fill } from "./fill";

it("puts words into a sentence, numbers too, as often as they stand there", () => {
  expect(fill("{n} cuts of {name}, {n} in all", { n: 3, name: "lug" })).toBe(
    "3 cuts of lug, 3 in all",
  );
});

it("leaves a word that nobody gave as it is: a gap is seen, not guessed", () => {
  expect(fill("{n} of {all}", { n: 0 })).toBe("0 of {all}");
  expect(fill("nothing to fill", {})).toBe("nothing to fill");
});

describe("a number with its noun", () => {
  it("is said as one says it", () => {
    const told = (n: number) => fill("in {n|day|days}", { n });
    expect([0, 1, 2, 12].map(told)).toEqual(["in 0 days", "in 1 day", "in 2 days", "in 12 days"]);
  });

  it("takes its verb along, and stands beside plain words", () => {
    const sentence = "{count|burn stands|burns stand} in {place}";
    expect(fill(sentence, { count: 1, place: "the log" })).toBe("1 burn stands in the log");
    expect(fill(sentence, { count: 4, place: "the log" })).toBe("4 burns stand in the log");
  });

  it("is left as it is where nobody gave the number", () => {
    expect(fill("{n|day|days} over", {})).toBe("{n|day|days} over");
  });

  it("is never a 1 with a plural in any sentence of the screen", async () => {
    const all = import.meta.glob<Record<string, unknown>>("./**/*.ts", { eager: true });
    const words = (value: unknown): string[] =>
      typeof value === "string"
        ? [value]
        : value !== null && typeof value === "object"
          ? Object.values(value).flatMap(words)
          : [];
    const sentences = Object.entries(all)
      .filter(([file]) => !file.includes(".test."))
      .flatMap(([, module]) => Object.values(module).flatMap(words));
    expect(sentences.length).toBeGreaterThan(500);
    const nouns = "cuts|pieces|parts|holes|burns|lines|days|weeks|tips|starts|paths|steps|plates";
    const bare = new RegExp(`\\{\\w+\\} (?:${nouns})\\b`);
    expect(sentences.filter((sentence) => bare.test(sentence))).toEqual([]);
  });
});
