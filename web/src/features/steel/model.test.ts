import { describe, expect, it } from "vitest";
import { alsoTold, inOrder, longest, ORDER, place, share, sizesShown } from "./model";
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

describe("a mill sheet", () => {
  const alloys = ["Cr", "Zr", "C", "Mn"].map((element) => ({ element }));

  it("stands in the order in which it is printed; what it does not name comes last", () => {
    expect(inOrder(alloys).map(({ element }) => element)).toEqual(["C", "Mn", "Cr", "Zr"]);
    expect(alloys[0]?.element, "the list itself is left alone").toBe("Cr");
  });

  it("tells too what no limit is known of", () => {
    expect(alsoTold({ C: 0.2, Nb: 0.03 }, alloys)).toEqual(["Nb 0.03 %"]);
    expect(alsoTold({ C: 0.2 }, alloys)).toEqual([]);
  });
});

describe("the sizes of a shape", () => {
  // HSS6x6x1/4: 6 in square, nominal wall 1/4 in, design wall 0.233 in (AISC shapes database)
  const tube = { depth: 152.4, width: 152.4, web: 6.35, flange: 6.35, design_wall: 5.918 };

  it("of a tube are its wall, once, and the wall that its area rests on", () => {
    const shown = sizesShown({ dimensions_mm: tube }, { hollow: true, system: "inch" });
    expect(shown.map(({ value }) => value)).toEqual(["6 in", "6 in", "0.25 in", "0.233 in"]);
    expect(shown.some(({ label }) => label === "Flange")).toBe(false);
  });

  it("of a beam are its flange too; what it does not have is not shown", () => {
    const beam = { depth: 310, width: 165, web: 5.8, flange: 9.7, root_radius: 0 };
    const shown = sizesShown({ dimensions_mm: beam }, { hollow: false, system: "metric" });
    expect(shown.map(({ label }) => label)).toEqual([
      "Depth",
      "Width",
      "Web, leg or wall",
      "Flange",
    ]);
    expect(shown.at(-1)?.value).toBe("9.7 mm");
  });
});
