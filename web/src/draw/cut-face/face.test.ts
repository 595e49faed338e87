import { describe, expect, it } from "vitest";
import {
  along,
  beads,
  between,
  FACE_VIEW,
  type FaceFigures,
  halfPlate,
  isHard,
  kerfOf,
  scatter,
  words,
} from "./face";

const RIGHT = {
  thickness_mm: 20,
  lean_deg: 0,
  kerf_top_mm: 2,
  kerf_bottom_mm: 2,
  top_radius_mm: 0.5,
  bottom_radius_mm: 0,
  undercut_mm: 0,
  dish_mm: 0,
  top_beads: 0,
  drag_mm: 1,
  line_uneven: 0,
  gouged: 0,
  uncut: 0,
  slag_held: 0,
} as unknown as FaceFigures;
const face = (change: Partial<FaceFigures>): FaceFigures => ({ ...RIGHT, ...change });
/** The numbers of a path. */
const figures = (path: string) => path.match(/-?\d+(\.\d+)?(e-?\d+)?/g)?.map(Number) ?? [];

describe("a face of a sweep", () => {
  const point = (at: number, drag_mm: number) => ({ at, face: face({ drag_mm }) });
  const points = [point(0.5, 0), point(1, 1), point(1.5, 3)] as never[];

  it("lies between the two points beside it, and is theirs on them", () => {
    expect(along(points, 1)?.drag_mm).toBe(1);
    expect(along(points, 1.25)?.drag_mm).toBeCloseTo(2);
    expect(along(points, 0.75)?.drag_mm).toBeCloseTo(0.5);
  });

  it("stays that of the end beyond it, and is none of a sweep without points", () => {
    expect(along(points, 0)?.drag_mm).toBe(0);
    expect(along(points, 9)?.drag_mm).toBe(3);
    expect(along([], 1)).toBeNull();
  });

  it("mixes each figure by itself", () => {
    expect(between({ a: 0, b: 4 }, { a: 2, b: 4 }, 0.5)).toEqual({ a: 1, b: 4 });
    expect(between({ a: 3 }, {} as { a: number }, 0.5)).toEqual({ a: 3 });
  });
});

describe("the words of a face", () => {
  it("of a right one tell of nothing wrong", () => {
    expect(words(RIGHT)).toBe("top corner crisp, drag lines upright, light slag below");
  });

  it("say each thing that is drawn, and drag by the plate's thickness", () => {
    const poor = face({ top_radius_mm: 2, drag_mm: 4, gouged: 0.6, uncut: 0.2, slag_held: 0.7 });
    expect(words(poor)).toBe(
      "top corner rounded, drag lines raked, grooves in the face, not cut through, hard slag below",
    );
    expect(words(face({ thickness_mm: 60, drag_mm: 4 } as never))).toContain("upright");
    expect(isHard(RIGHT)).toBe(false);
  });
});

describe("the edge from its end", () => {
  const middle = FACE_VIEW.end.left + FACE_VIEW.end.width / 2;

  it("has two halves that mirror each other where nothing leans", () => {
    const [left, right] = [figures(halfPlate(RIGHT, 5, -1)), figures(halfPlate(RIGHT, 5, 1))];
    expect(left).toHaveLength(right.length);
    // x and y by turns: the same heights, the same distances from the middle
    left.forEach((value, i) => {
      const other = right[i] ?? Number.NaN;
      if (i % 2 === 1) expect(value).toBeCloseTo(other);
      else expect(middle - value).toBeCloseTo(other - middle);
    });
  });

  it("is open by its kerf, wider where that is wider, and leans by its angle", () => {
    const { half } = kerfOf(face({ kerf_bottom_mm: 4 }), 5);
    expect(half).toEqual({ top: 5, bottom: 10 });
    expect(kerfOf(RIGHT, 5).lean).toBe(0);
    expect(kerfOf(face({ lean_deg: 45 }), 5).lean).toBeCloseTo(FACE_VIEW.depth);
  });

  it("stays whole however far a corner is gone", () => {
    const gone = halfPlate(face({ top_radius_mm: 99, bottom_radius_mm: 99 }), 5, 1);
    for (const value of figures(gone)) expect(Number.isFinite(value)).toBe(true);
    expect(gone).toMatch(/^M.*Z$/);
  });
});

describe("what is strewn over a face", () => {
  it("looks random and is the same at every drawing", () => {
    const all = Array.from({ length: 50 }, (_, i) => scatter(i));
    expect(all).toEqual(Array.from({ length: 50 }, (_, i) => scatter(i)));
    expect(all.every((value) => value >= 0 && value < 1)).toBe(true);
    expect(new Set(all).size).toBeGreaterThan(45);
  });

  it("has as many drops as were told, and none where there are none", () => {
    const drops = (part: number) => beads(part).match(/M/g)?.length ?? 0;
    expect([drops(0), drops(0.5), drops(1)]).toEqual([0, 12, 24]);
  });
});
