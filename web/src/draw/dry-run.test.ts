import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { along, cut, startOf, timeline, torchAt } from "./dry-run";

type Stroke = Schemas["StrokeWire"];
type Slow = { from_mm: number; to_mm: number; speed_mm_min: number };

const stroke = (travel_mm: number, set: number, slow: Slow[] = []) =>
  ({ travel_mm, travel_speed_mm_min: { low: set, set, high: set }, slow }) as unknown as Stroke;

/** A flange, a web through a fillet where the torch goes slower, a flange. */
const STROKES = [
  stroke(150, 300),
  stroke(300, 400, [
    { from_mm: 0, to_mm: 20, speed_mm_min: 200 },
    { from_mm: 280, to_mm: 300, speed_mm_min: 200 },
  ]),
  stroke(150, 300),
];

describe("a dry run", () => {
  it("takes as long as its lengths at their paces", () => {
    // 150 mm at 300 is 30 s, twice; 40 mm at 200 is 12 s; 260 mm at 400 is 39 s
    expect(timeline(STROKES).total).toBeCloseTo(30 + 12 + 39 + 30, 9);
    expect(timeline([]).total).toBe(0);
  });

  it("goes forward only, over every stroke from its begin to its end", () => {
    const time = timeline(STROKES);
    let before = { stroke: 0, part: 0 };
    for (let s = 0; s <= time.total; s += 0.05) {
      const now = torchAt(time, STROKES, s);
      const further = now.stroke > before.stroke || now.part >= before.part - 1e-9;
      expect(further && now.part >= 0 && now.part <= 1 + 1e-9, `at ${s} s`).toBe(true);
      before = now;
    }
    expect(before.stroke).toBe(2);
  });

  it("is slow in the zones alone", () => {
    const time = timeline(STROKES);
    const web = startOf(time, 1);
    expect(web).toBeCloseTo(30, 9);
    expect(torchAt(time, STROKES, web + 3)).toEqual({ stroke: 1, part: 10 / 300, slow: true });
    expect(torchAt(time, STROKES, web + 20).slow).toBe(false);
    // 6 s for the first 20 mm, 39 s between: 2 s later it is in the second zone
    expect(torchAt(time, STROKES, web + 47).slow).toBe(true);
  });

  it("stands at its begin before it, at its end after it, and nowhere where there is nothing to cut", () => {
    const time = timeline(STROKES);
    expect(torchAt(time, STROKES, -5)).toMatchObject({ stroke: 0, part: 0 });
    expect(torchAt(time, STROKES, 1e6)).toMatchObject({ stroke: 2, part: 1 });
    expect(torchAt(timeline([]), [], 3)).toEqual({ stroke: 0, part: 0, slow: false });
    expect(startOf(time, 7)).toBe(time.total);
  });
});

describe("a part of a line", () => {
  /** An L of 3 and 4, and a line with a doubled point. */
  const bent = [
    { x: 0, y: 0 },
    { x: 3, y: 0 },
    { x: 3, y: 0 },
    { x: 3, y: 4 },
  ];
  const long = (line: { x: number; y: number }[]) =>
    line.slice(1).reduce((sum, p, i) => {
      const q = line[i] ?? p;
      return sum + Math.hypot(p.x - q.x, p.y - q.y);
    }, 0);

  it("is as long as its share, wherever it is taken", () => {
    for (let from = 0; from < 1; from += 0.1) {
      for (let to = from; to <= 1; to += 0.1) {
        expect(long(cut(bent, from, to)), `${from} to ${to}`).toBeCloseTo(7 * (to - from), 9);
      }
    }
  });

  it("keeps the corners it goes through", () => {
    expect(cut(bent, 0, 1).filter(({ x, y }) => x === 3 && y === 0).length).toBeGreaterThan(0);
    expect(cut([{ x: 2, y: 2 }], 0, 0.5)).toEqual([{ x: 2, y: 2 }]);
  });

  it("has a direction of length one along the leg it ends on", () => {
    expect(along(bent, 0.2)).toMatchObject({ dx: 1, dy: 0 });
    expect(along(bent, 0.9)).toMatchObject({ dx: 0, dy: 1 });
    const end = along(bent, 1);
    expect([end.x, end.y]).toEqual([3, 4]);
  });
});
