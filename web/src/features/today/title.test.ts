import { describe, expect, it } from "vitest";
import { parts } from "./title";

describe("the heading of a card", () => {
  it("is job and cut, whatever the job is called", () => {
    expect(parts("Gate: rails: 3/4 in plate · 36 in")).toEqual({
      job: "Gate: rails",
      cut: "3/4 in plate · 36 in",
    });
  });
  it("is the cut alone where there is no job", () => {
    expect(parts("3/4 in plate · 36 in · guided")).toEqual({
      job: null,
      cut: "3/4 in plate · 36 in · guided",
    });
  });
});
