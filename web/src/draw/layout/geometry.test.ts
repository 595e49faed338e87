import { describe, expect, it } from "vitest";
import { boxOf, type Contour, d, lengthOf, points } from "./geometry";

/** A half disc of radius 10 on its flat side. */
const HALF: Contour = {
  closed: true,
  start: [0, 0],
  segments: [{ to: [20, 0] }, { to: [0, 0], centre: [10, 0], turn: "left" }],
};

describe("contours", () => {
  it("are drawn with y down and arcs as arcs", () => {
    expect(d(HALF)).toBe("M0 0 L20 0 A10 10 0 0 0 0 0 Z");
    const right: Contour = {
      closed: false,
      start: [0, 0],
      segments: [{ to: [20, 0], centre: [10, 0], turn: "right" }],
    };
    expect(d(right)).toContain("0 0 1 20 0");
  });

  it("bend to the side that their turn says", () => {
    expect(boxOf([HALF]).top).toBeCloseTo(10, 6);
    const other = {
      ...HALF,
      segments: HALF.segments.map((s) => ({ ...s, ...(s.centre ? { turn: "right" } : {}) })),
    };
    expect(boxOf([other]).bottom).toBeCloseTo(-10, 6);
  });

  it("are as long in points as by their formula, nearly", () => {
    expect(lengthOf(points(HALF, 0.5))).toBeCloseTo(20 + Math.PI * 10, 3);
  });

  it("have no box where there is nothing", () => {
    expect(boxOf([])).toEqual({ left: 0, bottom: 0, right: 0, top: 0 });
  });
});
