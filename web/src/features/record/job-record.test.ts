import { expect, it } from "vitest";
import { deviations, stepCode, together } from "./job-record";

it("tells what lies far off the plan, and how", () => {
  expect(deviations({ speed: 0.69, start_preheat: 1.3, kerf: 1.1, oxygen: "odd" })).toEqual([
    "Pace 31 % slower",
    "Start preheat 30 % longer",
  ]);
  expect(deviations({})).toEqual([]);
});

it("counts what was burnt and left out", () => {
  const burn = (outcome: string | null) => ({ outcome }) as never;
  const line = { burns: [burn("good"), burn("lost"), burn(null)] } as never;
  const run = { skips: [{}, {}] } as never;
  expect(together({ lines: [line], runs: [run] })).toEqual({ burns: 3, poor: 1, skips: 2 });
  expect(together({ lines: [], runs: [] })).toEqual({ burns: 0, poor: 0, skips: 0 });
});

it("knows a step by its code", () => {
  expect(stepCode("soap_test:0198")).toBe("soap_test");
  expect(stepCode("hot_work_permit")).toBe("hot_work_permit");
});
