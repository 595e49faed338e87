import { describe, expect, it } from "vitest";
import type { Contour } from "./geometry";
import { lying, moved, numberAt, sizeOf } from "./nested";

const placed = { x_mm: 100, y_mm: 50, angle_deg: 90, mirrored: false };

function box(left: number, bottom: number, right: number, top: number): Contour {
  const to = (x: number, y: number) => ({ to: [x, y] });
  return {
    closed: true,
    start: [left, bottom],
    segments: [to(right, bottom), to(right, top), to(left, top), to(left, bottom)],
  };
}

describe("a part of a nest", () => {
  it("is turned about its own origin, then moved, with y down on the screen", () => {
    expect(moved(placed)).toBe("translate(100 -50) rotate(-90)");
    const at = lying([10, 0], placed);
    expect(at.x).toBeCloseTo(100);
    expect(at.y).toBeCloseTo(-60);
  });

  it("is mirrored before it is turned", () => {
    expect(moved({ ...placed, mirrored: true })).toBe("translate(100 -50) rotate(-90) scale(-1 1)");
    const at = lying([10, 0], { ...placed, mirrored: true });
    expect(at.y).toBeCloseTo(-40);
    expect(moved({ ...placed, angle_deg: 0 })).toBe("translate(100 -50)");
  });

  it("has its number on steel, never in a hole", () => {
    const still = { ...placed, x_mm: 0, y_mm: 0, angle_deg: 0 };
    const outer = box(0, 0, 100, 40);
    expect(numberAt({ outer, holes: [] }, still)).toEqual({ x: 50, y: -20 });
    expect(numberAt({ outer, holes: [box(40, 10, 60, 30)] }, still)).toEqual({ x: 20, y: -20 });
    expect(numberAt({ outer, holes: [box(5, 5, 10, 10)] }, still).x).toBe(50);
  });

  it("knows how large what is left over is", () => {
    expect(sizeOf(box(10, 20, 110, 60))).toEqual({ wide: 100, high: 40 });
  });
});
