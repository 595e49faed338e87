import { describe, expect, it } from "vitest";
import {
  answered,
  asRequest,
  forEdge,
  lineOf,
  NOTHING,
  slowOf,
  slowWord,
  told,
  USUAL_CUT,
} from "./model";

describe("answers at an edge", () => {
  it("are taken back when given again, and change sides", () => {
    const seen = answered(NOTHING, "pops", true);
    expect(seen.present).toEqual(["pops"]);
    expect(answered(seen, "pops", true).present).toEqual([]);
    const not = answered(seen, "pops", false);
    expect([not.present, not.absent]).toEqual([[], ["pops"]]);
    expect(NOTHING.present).toEqual([]);
  });

  it("are none until something is told; a card or a burn tells by itself", () => {
    expect(told(NOTHING)).toBe(false);
    expect(told({ ...NOTHING, fuel: "propane" })).toBe(false);
    expect(told({ ...NOTHING, plan_id: "x" })).toBe(true);
    expect(told(answered(NOTHING, "pops", false))).toBe(true);
  });

  it("know three answers about the oxygen", () => {
    for (const slow of [true, false, null]) expect(slowOf(slowWord(slow))).toBe(slow);
    expect(slowWord(undefined)).toBe("not told");
  });
});

describe("the line of a lost cut", () => {
  it("is as long as was told, else long enough for what was cut of it", () => {
    expect(lineOf(600, 400)).toBe(600);
    expect(lineOf(null, 400)).toBe(1000);
    expect(lineOf(undefined, 1400)).toBe(1400);
    expect(asRequest(USUAL_CUT, 600).cut.length_mm).toBe(600);
    expect(asRequest(USUAL_CUT).cut.length_mm).toBe(1000);
  });
});

describe("the burns an edge may be of", () => {
  it("are the newest, and the poor ones that somebody wrote a word to, each once", () => {
    const burn = (id: string, note: string) => ({ id, note, happened_at: id });
    const found = forEdge(
      [burn("9", ""), burn("8", "raked")],
      [burn("8", "raked"), burn("3", ""), burn("4", "late")],
    );
    expect(found.map(({ id }) => id)).toEqual(["9", "8", "4"]);
  });
});
