import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { legs, torchAt, total } from "./run";

const SQUARE = {
  closed: true,
  start: [0, 0],
  segments: [{ to: [10, 0] }, { to: [10, 10] }, { to: [0, 10] }, { to: [0, 0] }],
};

function path(order: number, time_s: number | null, preheat_s: number | null): Schemas["PathWire"] {
  return {
    order,
    of: "hole",
    index: order - 1,
    keep: "outside",
    start: "pierce",
    contour: SQUARE,
    lead_in: [
      [5, 5],
      [0, 0],
    ],
    lead_out: [],
    tabs: [],
    clear_mm: 5,
    length_mm: 40,
    burnt_mm: 47,
    stops_mm: [],
    pivot_mm: null,
    by_hand: [],
    why: "",
    why_note: { level: "info", code: "", text: "", values: {} },
    time_s,
    preheat_s,
  };
}

describe("the run through a layout", () => {
  it("heats at the start, then goes round, then on to the next", () => {
    const all = legs([path(1, 100, 20), path(2, 50, 10)]);
    expect(total(all)).toBe(150);
    expect(torchAt(all, 10)).toMatchObject({ leg: 0, heating: true, part: 0, at: { x: 5, y: -5 } });
    expect(torchAt(all, 60)).toMatchObject({ leg: 0, heating: false, part: 0.5 });
    // a path that has just ended is over: the torch stands at the next
    expect(torchAt(all, 100)).toMatchObject({ leg: 1, heating: true });
    expect(torchAt(all, 105)).toMatchObject({ leg: 1, heating: true });
    expect(torchAt(all, 999)).toMatchObject({ leg: 1, part: 1 });
  });

  it("takes its length at a pace for looking where no plan is known", () => {
    expect(total(legs([path(1, null, null)]))).toBeCloseTo((40 + Math.hypot(5, 5)) / 8);
  });

  it("is nowhere where nothing is cut", () => {
    expect(torchAt(legs([]), 3)).toBeNull();
  });
});
