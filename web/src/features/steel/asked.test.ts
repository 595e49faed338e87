import { expect, it } from "vitest";
import { cutOf, steelOf } from "./asked";

const plate = { thickness: 19.05, grade: "A36", parts: { C: 0.2 } };

it("says a grade or a mill sheet, never both", () => {
  expect(steelOf(plate)).toEqual({ thickness_mm: 19.05, grade: "A36" });
  const own = steelOf({ ...plate, grade: null });
  expect(own).toEqual({ thickness_mm: 19.05, composition_percent: { C: 0.2 } });
});

it("is cut in the reader's own units", () => {
  const inch = cutOf(plate, "inch");
  expect(inch.typed).toBe("3/4 in plate, 12 in long, guided, A36");
  expect(inch.input.cut).toEqual({ length_mm: 304.8, process: "guided" });
  const metric = cutOf({ ...plate, thickness: 20 }, "metric_kpa");
  expect(metric.typed).toBe("20 mm plate, 300 mm long, guided, A36");
  expect(metric.input).toMatchObject({ steel: { thickness_mm: 20 }, cut: { length_mm: 300 } });
});

it("calls a grade of digits a grade, and a mill sheet by nothing", () => {
  expect(cutOf({ ...plate, grade: "1045" }, "inch").typed).toMatch(/, grade 1045$/);
  const own = cutOf({ ...plate, grade: null }, "inch");
  expect(own.typed).toBe(own.heading);
});
