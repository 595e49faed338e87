import { describe, expect, it } from "vitest";
import { wordsOf } from "./machine-words";

describe("the words of a machine", () => {
  it("are those of the setting", () => {
    const kept = {
      heat_on: "M40",
      heat_off: "M41",
      oxygen_on: "M42",
      oxygen_off: "M43",
      dwell: "X",
      dwell_in_ms: true,
    };
    expect(wordsOf(kept)).toEqual(kept);
  });

  it("stay empty where the setting lacks them, and a dwell is in seconds", () => {
    expect(wordsOf(undefined)).toEqual({
      heat_on: "",
      heat_off: "",
      oxygen_on: "",
      oxygen_off: "",
      dwell: "P",
      dwell_in_ms: false,
    });
    expect(wordsOf({ heat_on: "M7" }).heat_on).toBe("M7");
  });
});
