import { describe, expect, it } from "vitest";
import type { CutPlanRequest, Schemas } from "@/api/client";
import { gradeOf, gradesOf, named, number, SHEET } from "./options";

const steel = (more: object) => ({ thickness_mm: 20, ...more }) as CutPlanRequest["steel"];
const known = {
  grades: [{ grade: "a36", title: "A36" }],
} as unknown as Schemas["ReferenceReply"];

describe("the grade of a cut", () => {
  it("is chosen of mild steel and the known grades", () => {
    expect(gradesOf(steel({}), known).map(({ text }) => text)).toEqual(["mild, not named", "A36"]);
    expect(gradesOf(steel({}), undefined)).toHaveLength(1);
  });

  it("stands by the mill sheet where one was told, whatever grade is named beside it", () => {
    const told = steel({ grade: "a36", composition_percent: { carbon: 0.2 } });
    expect(gradeOf(told)).toBe(SHEET);
    expect(gradesOf(told, known)[0]?.value).toBe(SHEET);
    expect(gradeOf(steel({ grade: "a36" }))).toBe("a36");
  });

  it("is one of those that are offered, and sent as none where mild steel is not named", () => {
    const offered = gradesOf(steel({}), known).map(({ value }) => value);
    expect(offered).toContain(gradeOf(steel({})));
    expect(named(gradeOf(steel({})))).toBeNull();
    expect(named("a36")).toBe("a36");
  });
});

it("shows a number, and nothing where none was told", () => {
  expect([number(0), number(12.5), number(null), number("12")]).toEqual([0, 12.5, null, null]);
});
