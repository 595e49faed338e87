import { describe, expect, it } from "vitest";
import { USUAL } from "./model";
import { oneMore, stopsOf, withStops } from "./stops";

const PLATE = { width_mm: 400, height_mm: 300, x_mm: 20, y_mm: 10 };
/** A square of 100, its lower left at the plate's 20, 10, run to the right first. */
const contour = {
  closed: true,
  start: [20, 10],
  segments: [{ to: [120, 10] }, { to: [120, 110] }, { to: [20, 110] }, { to: [20, 10] }],
};
const path = { of: "outer", index: 0, contour, stops_mm: [50, 250] };

describe("stops of a path", () => {
  it("stand on it, told from the part's lower left", () => {
    expect(stopsOf(path, PLATE)).toEqual([
      { x_mm: 50, y_mm: 0 },
      { x_mm: 50, y_mm: 100 },
    ]);
  });

  it("are one more in the middle of the longest stretch", () => {
    // stretches are 50, 200 and 150 long: the middle of the second is at 150, halfway up the right side
    expect(oneMore(path, PLATE)[1]).toEqual({ x_mm: 100, y_mm: 50 });
    expect(oneMore({ ...path, stops_mm: [] }, PLATE)).toEqual([{ x_mm: 100, y_mm: 100 }]);
  });

  it("are a person's until they are given back to the reach", () => {
    const other = { "hole 0": [{ x_mm: 1, y_mm: 2 }] };
    const asked = withStops({ ...USUAL, stops: other }, path, [{ x_mm: 5, y_mm: 0 }]);
    expect(asked.stops).toEqual({ ...other, "outer 0": [{ x_mm: 5, y_mm: 0 }] });
    expect(withStops(asked, path, null).stops).toEqual(other);
    expect(withStops(asked, path, []).stops["outer 0"]).toEqual([]);
  });
});
