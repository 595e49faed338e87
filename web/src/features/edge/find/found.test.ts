import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { NOTHING } from "../model";
import { asksFuel, burnWords, faceTold, seenIn, signsAt } from "./found";

const sign = (code: string, place: string, more: object = {}) =>
  ({ code, place, alternate_only: false, changes: {}, ...more }) as Schemas["FindingWire"];
const SIGNS = [
  sign("top_edge_melted", "top edge", { changes: { top_rounding_mm: 1.5 } }),
  sign("drag_raked_back", "face", { changes: { drag_mm: 4 } }),
  sign("slag_holds", "bottom edge", { changes: { slag: 0.8 } }),
  sign("flame_lifts_off", "flame", { alternate_only: true }),
  sign("pops", "flame"),
];
const right = { drag_mm: 1, top_rounding_mm: 0.2 } as unknown as Schemas["FindingsReply"]["right"];

describe("the drawing of an edge that was told", () => {
  it("is a right one until something is seen, and each sign changes its own figures alone", () => {
    expect(faceTold({ findings: SIGNS, right }, NOTHING)).toEqual(right);
    const answers = { present: ["drag_raked_back"], absent: ["top_edge_melted"] };
    expect(faceTold({ findings: SIGNS, right }, answers)).toEqual({ ...right, drag_mm: 4 });
    const both = { present: ["drag_raked_back", "top_edge_melted"], absent: [] };
    expect(faceTold({ findings: SIGNS, right }, both)).toMatchObject({
      drag_mm: 4,
      top_rounding_mm: 1.5,
    });
    expect(right).toEqual({ drag_mm: 1, top_rounding_mm: 0.2 });
  });

  it("counts what is seen in each place, and nothing that was looked for and not found", () => {
    const counts = seenIn(SIGNS, { present: ["pops"], absent: ["flame_lifts_off"] });
    expect(counts).toEqual({ "top edge": 0, face: 0, "bottom edge": 0, flame: 1 });
  });
});

describe("the signs of a place", () => {
  it("leave out what acetylene never shows, while the fuel is not known too they stand", () => {
    const codes = (fuel: string | null) => signsAt(SIGNS, "flame", fuel).map(({ code }) => code);
    expect(codes("acetylene")).toEqual(["pops"]);
    expect(codes("propane")).toEqual(["flame_lifts_off", "pops"]);
    expect(codes(null)).toHaveLength(2);
    expect(signsAt(SIGNS, "kerf", "propane")).toEqual([]);
  });

  it("ask for the fuel where the same look means two things", () => {
    expect(asksFuel("flame") && asksFuel("torch")).toBe(true);
    expect(asksFuel("bottom edge")).toBe(false);
  });
});

describe("a burn in words", () => {
  const burn = { happened_at: "2026-05-04T09:00:00Z", outcome: "poor", pace_mm_min: 400, note: "" };
  it("says what is known of it and nothing else", () => {
    expect(burnWords(burn, "metric")).toBe("May 4 · poor · 400 mm/min");
    const bare = { ...burn, outcome: null, pace_mm_min: null, note: "raked" };
    expect(burnWords(bare, "metric")).toBe("May 4 · raked");
  });
});
