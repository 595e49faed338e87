import { expect, it } from "vitest";
import type { CutPlan } from "@/api/client";
import { describedAs, measuresOf } from "./said";

const plan = (verdict: string) =>
  ({
    verdict,
    tip: { bore_mm: 1.2, mark: "B" },
    standoff_mm: { low: 2, set: 3, high: 4 },
    drag_mm: 1.9,
    kerf_mm: 2.35,
  }) as unknown as CutPlan;

it("measures a drawn edge in the reader's units", () => {
  expect(measuresOf(plan("ok"), "metric")).toEqual({
    cones: "cones 3 mm",
    drag: "drag 1.9 mm",
    kerf: "kerf 2.35 mm",
  });
  const words = describedAs(plan("caution"), { thickness: 20, system: "metric" });
  expect(words).toBe(
    "20 mm plate. B, 1.2 mm tip, cones 3 mm off the plate, kerf 2.35 mm, bottom of the cut 1.9 mm behind the top.",
  );
});

it("names the measures of a stopped cut and gives none of them", () => {
  for (const text of Object.values(measuresOf(plan("stop"), "inch")))
    expect(text).not.toMatch(/\d/);
  expect(describedAs(plan("stop"), { thickness: 20, system: "metric" })).toBe("20 mm plate.");
});
