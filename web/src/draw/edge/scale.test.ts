import { describe, expect, it } from "vitest";
import { dragLines, END, SIDE, scaleFor, snapped, stepped, torchAt, VIEW } from "./scale";

const LIMITS = { thinnest_mm: 3, thickest_mm: 300 };
const SYSTEMS = ["inch", "metric", "metric_kpa"] as const;

describe("the drawing of an edge", () => {
  it("holds the whole cut, whatever it is", () => {
    for (const thickness of [3, 12, 60, 300]) {
      for (const gap of [3, 9, 20]) {
        // tip, gap, plate and sparks stand between the rims
        expect((26 + gap + thickness + 24) * scaleFor(thickness, gap)).toBeLessThanOrEqual(
          VIEW.height - 24 + 1e-9,
        );
      }
    }
  });

  it("shows thin plate no larger than six pixels a millimetre, and thicker plate never larger", () => {
    const scales = [3, 6, 20, 100, 300].map((mm) => scaleFor(mm, 6));
    expect(Math.max(...scales)).toBeLessThanOrEqual(6);
    expect([...scales].sort((a, b) => b - a)).toEqual(scales);
  });

  it("has the torch in front of the cut face, and the face behind it to the plate's end", () => {
    for (const left of [true, false]) {
      const torch = torchAt(left);
      const lines = dragLines(left, 4);
      expect(lines.length).toBeGreaterThan(5);
      for (const x of lines) {
        expect(x).toBeGreaterThanOrEqual(SIDE.left);
        expect(x).toBeLessThanOrEqual(SIDE.right);
        expect(left ? x > torch : x < torch).toBe(true);
      }
    }
    expect(torchAt(true) + torchAt(false)).toBeCloseTo(SIDE.left + SIDE.right);
  });

  it("keeps drag lines apart however small the scale", () => {
    const [first = 0, second = 0] = dragLines(true, 0.2);
    expect(second - first).toBeGreaterThanOrEqual(7);
    expect(END.left).toBeGreaterThan(SIDE.right);
  });
});

describe("a thickness that is dragged", () => {
  it("snaps to a sixteenth of an inch, or to a millimetre", () => {
    expect(snapped(19.3, "inch", LIMITS) / (25.4 / 16)).toBeCloseTo(12);
    expect(snapped(19.3, "metric", LIMITS)).toBe(19);
  });

  it("stays within what is planned", () => {
    for (const system of SYSTEMS) {
      expect(snapped(-5, system, LIMITS)).toBe(3);
      expect(snapped(9_999, system, LIMITS)).toBe(300);
      expect(stepped("ArrowDown", 300, system, LIMITS)).toBe(300);
      expect(stepped("PageUp", 3, system, LIMITS)).toBe(3);
    }
  });

  it("moves by keys one step, or four, and by no other key", () => {
    expect(stepped("ArrowDown", 20, "metric", LIMITS)).toBe(21);
    expect(stepped("PageUp", 20, "metric", LIMITS)).toBe(16);
    expect(stepped("Tab", 20, "metric", LIMITS)).toBeNull();
    const up = stepped("ArrowUp", 19.05, "inch", LIMITS) ?? 0;
    expect(stepped("ArrowDown", up, "inch", LIMITS)).toBeCloseTo(19.05);
  });
});
