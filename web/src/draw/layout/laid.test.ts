import { describe, expect, it } from "vitest";
import { partOf, plateOf, wholeOf } from "./laid";

const SQUARE = {
  closed: true,
  start: [10, 20],
  segments: [{ to: [110, 20] }, { to: [110, 120] }, { to: [10, 120] }, { to: [10, 20] }],
};
const path = { contour: SQUARE, lead_in: [[-40, 60]], lead_out: [[10, 10]] };

describe("the plate under a part", () => {
  it("is the plate that was told, from its corner", () => {
    const told = { part: { outer: SQUARE }, datum: [5, 6], plate_mm: [400, 300] };
    expect(plateOf(told, [path])).toEqual({
      plate: { width_mm: 400, height_mm: 300 },
      corner: { x: 5, y: -6 },
    });
    const bare = plateOf({ part: { outer: SQUARE }, plate_mm: [400, 300] }, []);
    expect(Math.abs(bare.corner.x) + Math.abs(bare.corner.y)).toBe(0);
  });

  it("holds part and leads with room all round where nobody told it", () => {
    const { plate, corner } = plateOf({ part: { outer: SQUARE } }, [path]);
    expect(corner.x).toBeLessThan(-40);
    expect(corner.y).toBeGreaterThan(-10);
    expect(corner.x + plate.width_mm).toBeGreaterThan(110);
    expect(plate.height_mm - corner.y).toBeGreaterThan(120);
  });

  it("is seen whole", () => {
    const corner = { x: 5, y: -6 };
    const view = wholeOf({ width_mm: 400, height_mm: 300 }, corner);
    expect(view.x).toBeLessThan(5);
    expect(view.y).toBeLessThan(-306);
    expect(view.x + view.width).toBeGreaterThan(405);
    expect(view.y + view.height).toBeGreaterThan(-6);
  });
});

describe("a part of the wire", () => {
  it("has holes and cuts, be there none", () => {
    expect(partOf({ outer: SQUARE })).toEqual({ name: "", outer: SQUARE, holes: [], cuts: [] });
    expect(partOf({ name: "lug", outer: SQUARE, holes: [SQUARE] }).holes).toHaveLength(1);
  });
});
