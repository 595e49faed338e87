import { describe, expect, it } from "vitest";
import { markingOf } from "./marking";

describe("how a shop marks", () => {
  it("is what was kept, and what most do where nothing was", () => {
    const kept = { line: "on", hatched: "scrap", punch_straight_mm: 50, punch_curve_mm: 12 };
    expect(markingOf(kept)).toEqual(kept);
    expect(markingOf(undefined)).toMatchObject({ line: "leave", hatched: "kept" });
    expect(markingOf({ line: "on" })).toMatchObject({ line: "on", punch_straight_mm: null });
  });
});
