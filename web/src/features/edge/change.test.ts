import { describe, expect, it } from "vitest";
import { changeWords } from "./change";

describe("a change of a setting", () => {
  it("says from and to where the plan knows them, and by how much", () => {
    const slower = { quantity: "travel_speed_mm_min", from: 400, to: 320, factor: 0.8 };
    expect(changeWords(slower, "metric")).toBe(
      "Travel speed from 400 mm/min to 320 mm/min (−20 %)",
    );
    const hotter = { quantity: "start_preheat_s", from: null, to: null, factor: 1.5 };
    expect(changeWords(hotter, "inch")).toBe("Heating before the lever +50 %");
  });

  it("is silent about a setting it does not know", () => {
    expect(changeWords({ quantity: "mood", from: 1, to: 2, factor: 2 }, "inch")).toBe("");
  });
});
