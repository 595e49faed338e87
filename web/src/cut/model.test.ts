import { describe, expect, it } from "vitest";
import type { CutPlanRequest } from "@/api/client";
import { facts, moved, stayKey, withChange } from "./model";

describe("the cut in the reader's words", () => {
  const request = {
    steel: { thickness_mm: 19.05, surface: "light_rust", back_surface: "clean" },
    cut: { length_mm: 914.4, process: "guided", count: 4, start: "edge", bevel_deg: 0 },
    gas: { fuel: "propane" },
  } as CutPlanRequest;

  it("says what is out of the usual and nothing else", () => {
    expect(facts(request, "inch")).toBe("4× 3/4 in plate · 36 in · guided · light rust");
    expect(facts(request, "metric")).toBe("4× 19.1 mm plate · 914 mm · guided · light rust");
  });
});

describe("changes", () => {
  it("are laid over part by part", () => {
    const input = { steel: { thickness_mm: 10 }, cut: { length_mm: 100 } };
    expect(withChange(input, { steel: { surface: "paint" }, gas: { fuel: "propane" } })).toEqual({
      steel: { thickness_mm: 10, surface: "paint" },
      cut: { length_mm: 100 },
      gas: { fuel: "propane" },
    });
  });

  it("too small to print are none", () => {
    expect(moved(10, 10.01)).toBe(false);
    expect(moved(10, 10.2)).toBe(true);
    expect(stayKey("travel_speed_mm_min")).toBe("travel_speed");
  });
});
