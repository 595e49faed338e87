import { expect, it } from "vitest";
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
