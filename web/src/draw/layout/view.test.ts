import { describe, expect, it } from "vitest";
import { keyed, middle, panned, snapped, zoomed } from "./view";

const WHOLE = { x: 0, y: 0, width: 400, height: 200 };

describe("the view of a plate", () => {
  it("keeps the place it is zoomed about", () => {
    const near = zoomed(WHOLE, WHOLE, 0.5, { x: 100, y: 50 });
    expect(near).toEqual({ x: 50, y: 25, width: 200, height: 100 });
    // the place is the same share of the view as before
    expect((100 - near.x) / near.width).toBeCloseTo(100 / 400);
  });

  it("goes neither so near nor so far that the plate is lost", () => {
    let view = WHOLE;
    for (let i = 0; i < 50; i += 1) view = zoomed(view, WHOLE, 0.5, middle(view));
    expect(view.width).toBeCloseTo(8);
    for (let i = 0; i < 50; i += 1) view = zoomed(view, WHOLE, 2, middle(view));
    expect(view.width).toBeCloseTo(1200);
  });

  it("is back where it was after there and back", () => {
    expect(panned(panned(WHOLE, 30, -4), -30, 4)).toEqual(WHOLE);
  });

  it("is moved, zoomed and fitted by keys", () => {
    const right = keyed("ArrowRight", WHOLE, WHOLE) ?? WHOLE;
    expect(right.x).toBeGreaterThan(0);
    expect(keyed("ArrowLeft", right, WHOLE)).toEqual(WHOLE);
    expect(keyed("+", WHOLE, WHOLE)?.width).toBeCloseTo(320);
    expect(keyed("0", right, WHOLE)).toEqual(WHOLE);
    expect(keyed("x", WHOLE, WHOLE)).toBeNull();
  });

  it("snaps to sixteenths of an inch and to millimetres", () => {
    expect(snapped(12.4, 1)).toBe(12);
    expect(snapped(25.4 * 1.3, 25.4 / 16) / 25.4).toBeCloseTo(1.3125);
  });
});
