import { describe, expect, it } from "vitest";
import { points } from "./geometry";
import { pieces } from "./paths";

const SQUARE = {
  closed: true,
  start: [0, 0],
  segments: [{ to: [100, 0] }, { to: [100, 100] }, { to: [0, 100] }, { to: [0, 0] }],
};
const tie = (from_mm: number) => ({ from_mm, to_mm: from_mm + 8, width_mm: 6, lead_in: [] });

describe("what of a path is burnt", () => {
  it("is all of it where it has no ties", () => {
    expect(pieces({ contour: SQUARE, tabs: [] }, points(SQUARE))).toHaveLength(1);
  });

  it("is the pieces between its ties", () => {
    const drawn = pieces({ contour: SQUARE, tabs: [tie(40), tie(240)] }, points(SQUARE));
    expect(drawn).toHaveLength(3);
    expect(drawn[0]).toBe("M0 0 L40 0");
    // behind the first tie from 48, round the corners to 240: 60 left of the upper right one
    expect(drawn[1]?.startsWith("M48 0 L100 0 L100 -100 L60 -100")).toBe(true);
    expect(drawn[2]?.startsWith("M52 -100")).toBe(true);
  });
});
