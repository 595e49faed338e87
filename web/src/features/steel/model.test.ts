import { describe, expect, it } from "vitest";
import { longest, ORDER, place, share } from "./model";
import { LEVELS } from "./verdict";

describe("the rule of an element", () => {
  it("gives back the share it was asked to place, to a hundredth of a percent", () => {
    for (const most of [0.4, 1.6, 8, 100]) {
      for (let percent = 0; percent <= most; percent += most / 37) {
        expect(share(place(percent, most), most)).toBeCloseTo(percent, 1);
        expect(Math.abs(share(place(percent, most), most) - percent)).toBeLessThanOrEqual(
          0.005 + 1e-9,
        );
      }
    }
  });
  it("gives small shares more room, and ends where it ends", () => {
    expect(place(0.25, 1)).toBe(50);
    expect([place(0, 1), place(1, 1), place(3, 1), place(-1, 1)]).toEqual([0, 100, 100, 0]);
  });
  it("shows what lies beyond care, and never more than all", () => {
    expect(longest(5)).toBeGreaterThan(5);
    expect(longest(90)).toBe(100);
  });
});

describe("a verdict", () => {
  it("that does not cut is never marked as one that does", () => {
    expect(LEVELS).toEqual({ cuts: "ok", with_care: "caution", does_not_cut: "stop" });
  });
  it("reads elements as a mill sheet gives them, each once, carbon first", () => {
    expect(ORDER[0]).toBe("C");
    expect(new Set(ORDER).size).toBe(ORDER.length);
  });
});
