import { describe, expect, it } from "vitest";
import { placeAfter, placeOfNew } from "./lines";

const placed = (...positions: number[]) => positions.map((position) => ({ line: { position } }));

describe("the order of a job's cuts", () => {
  /** The cuts in order after one was moved. */
  function moved(positions: number[], at: number, by: -1 | 1): number[] {
    const lines = placed(...positions);
    const place = placeAfter(lines, at, by);
    if (place === null) return positions.map((_, i) => i);
    const order = positions.map((position, i) => ({ i, position: i === at ? place : position }));
    return order.sort((a, b) => a.position - b.position).map(({ i }) => i);
  }

  it("changes two neighbours, wherever they lie and however close their places", () => {
    expect(moved([1, 2, 3, 4], 1, 1)).toEqual([0, 2, 1, 3]);
    expect(moved([1, 2, 3, 4], 1, -1)).toEqual([1, 0, 2, 3]);
    expect(moved([1, 2, 3, 4], 2, 1)).toEqual([0, 1, 3, 2]);
    expect(moved([1, 1.5, 1.75, 1.8], 0, 1)).toEqual([1, 0, 2, 3]);
    expect(moved([-3, 0, 0.5], 2, -1)).toEqual([0, 2, 1]);
  });

  it("has no place before the first or after the last", () => {
    expect(placeAfter(placed(1, 2), 0, -1)).toBeNull();
    expect(placeAfter(placed(1, 2), 1, 1)).toBeNull();
    expect(placeAfter([], 0, 1)).toBeNull();
  });

  it("ends with what is new", () => {
    expect(placeOfNew([])).toBe(1);
    expect(placeOfNew(placed(-4, 7.5))).toBe(8.5);
  });

  it("is back where it was when a cut is moved there and back", () => {
    const lines = placed(1, 2, 3);
    const down = placeAfter(lines, 0, 1);
    if (down === null) throw new Error("a place");
    const after = [lines[1], { line: { position: down } }, lines[2]].filter((it) => it != null);
    const back = placeAfter(after, 1, -1);
    expect(back).toBeLessThan(2);
  });
});
