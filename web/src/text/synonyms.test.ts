import { describe, expect, it } from "vitest";
import { alike, meets } from "./synonyms";

describe("what is searched by one word and said by another", () => {
  it("is found by every name of a thing", () => {
    expect(meets("Slag hangs on hard", "dross")).toBe(true);
    expect(meets("The cones jump when the lever goes down", "trigger")).toBe(true);
    for (const word of ["reducing", "carbonising", "carburizing"])
      expect(meets("A long feather: a carburising flame", word), word).toBe(true);
  });
  it("asks for every word, not for any", () => {
    expect(meets("Slag hangs on hard", "dross hard")).toBe(true);
    expect(meets("Slag hangs on hard", "dross flame")).toBe(false);
  });
  it("takes a beginning for the word, and nothing for everything", () => {
    expect(alike("trig")).toContain("lever");
    expect(alike("tri")).toEqual(["tri"]);
    expect(meets("anything", "  ")).toBe(true);
  });
});
