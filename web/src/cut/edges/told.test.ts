import { describe, expect, it } from "vitest";
import { word } from "@/text";
import { guesses, seenOf } from "./told";

const causes = (...all: [string, number][]) =>
  ({
    causes: all.map(([code, probability]) => ({ code, probability })),
  }) as unknown as Parameters<typeof guesses>[0];

describe("what a poor edge was taken for", () => {
  it("names the likely causes as they are ranked, in words and whole percent", () => {
    const told = guesses(causes(["too_fast", 0.613], ["too_slow", 0.25]));
    expect(told).toBe(`${word("too_fast")} 61 % · ${word("too_slow")} 25 %`);
  });

  it("leaves out what is hardly likelier than chance, and all beyond the third", () => {
    expect(guesses(causes(["too_fast", 0.8], ["too_slow", 0.1]))).not.toContain(word("too_slow"));
    const four = guesses(causes(["a", 0.3], ["b", 0.25], ["c", 0.2], ["d", 0.15]));
    expect(four.split(" · ")).toHaveLength(3);
    expect(guesses(causes())).toBe("");
  });
});

it("tells what was seen before what was looked for and not there", () => {
  const words = (code: string) => code.toUpperCase();
  expect(seenOf({ present: ["slag"], absent: ["lag", "pits"] }, words)).toEqual([
    "SLAG",
    "not: LAG",
    "not: PITS",
  ]);
});
