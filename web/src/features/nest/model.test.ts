import { describe, expect, it } from "vitest";
import { countsOn, longerThan, percent, platesOf, usualWish, whatIsOn, wishOf } from "./model";

const at = (part: number) => ({ part, x_mm: 0, y_mm: 0, angle_deg: 0, mirrored: false });
const plate = { plate: 0, used_share: 0.5, remnant: null, placed: [at(1), at(0), at(1), at(1)] };

describe("a nest", () => {
  it("asks for the plate that stands in the reader's rack", () => {
    expect(usualWish("inch").width_mm).toBeCloseTo(3048);
    expect(usualWish("metric")).toMatchObject({ height_mm: 1500, margin_mm: 10 });
    expect(usualWish("inch").margin_mm).toBeCloseTo(9.525);
  });

  it("keeps what was said and drops a turn that is none", () => {
    const usual = usualWish("metric");
    expect(wishOf(null, usual)).toEqual(usual);
    expect(wishOf({ width_mm: 2500, turns: "free" }, usual)).toMatchObject({
      width_mm: 2500,
      height_mm: 1500,
      turns: "free",
    });
    expect(wishOf({ turns: "upside" as "free" }, usual).turns).toBe("quarter");
  });

  it("counts what is on a plate, in the order of the job", () => {
    expect(countsOn(plate)).toEqual([
      [0, 1],
      [1, 3],
    ]);
    expect(whatIsOn(plate)).toBe("1 of no. 1, 3 of no. 2");
    expect(platesOf(1, "20 mm")).toBe("1 plate of 20 mm");
    expect(platesOf(3, "1/2 in")).toBe("3 plates of 1/2 in");
  });

  it("says a share to a tenth of a percent", () => {
    expect([0.72534, 1, 0].map(percent)).toEqual(["72.5", "100.0", "0.0"]);
  });

  it("offers more time twice, then no more", () => {
    expect([2, 10, 30].map(longerThan)).toEqual([10, 30, null]);
  });
});
