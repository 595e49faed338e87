import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { freedOf, holdsBefore } from "./section";

const hold = (part: string, by: string, at_mm: number, before_stroke: number, mass_kg: number) => ({
  part,
  by,
  at_mm,
  before_stroke,
  mass_kg,
  why_code: "hold_heavy",
  why: "",
});
const section = {
  holds: [
    hold("piece", "prop", 1219.2, 1, 236),
    hold("piece", "prop", 4876.8, 1, 236),
    hold("drop", "sling", 914.4, 1, 70.8),
    hold("tee", "prop", 1000, 2, 58),
    hold("tee", "prop", 1000, 2, 58),
    hold("block", "clamp", 50, 4, 2),
  ],
  freed: [{ part: "block", mass_kg: 147.4, after_stroke: 2 }],
} as unknown as Schemas["SectionReply"];

describe("what is held before a stroke", () => {
  it("names every part with its mass and its places", () => {
    expect(holdsBefore(section, 1, "metric")).toEqual([
      "a prop for the piece (236 kg), 1219 mm and 4877 mm from the cut",
      "a sling for the drop (70.8 kg), 914 mm from the cut",
    ]);
  });

  it("tells two tees at one place once, and nothing before a stroke that needs nothing", () => {
    expect(holdsBefore(section, 2, "metric")).toEqual([
      "a prop for each tee (58 kg), 1000 mm along the cut",
    ]);
    expect(holdsBefore(section, 3, "metric")).toEqual([]);
  });
});

describe("what comes free", () => {
  it("has its mass and its stroke, and is nothing on a card of before", () => {
    expect(freedOf(section, "metric")).toEqual(["block 147.4 kg, free after stroke 2"]);
    const old = { holds: [] } as unknown as Schemas["SectionReply"];
    expect(freedOf(old, "metric")).toEqual([]);
  });
});
