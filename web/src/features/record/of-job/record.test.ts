import { expect, it } from "vitest";
import { cardLine, deviations, together, togetherWords } from "./record";

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

it("says the whole in a sentence, one as one", () => {
  const words = togetherWords({ burns: 80, poor: 22, skips: 1 });
  expect(words).toBe("80 burns, 22 poor or lost; 1 step left out.");
  expect(togetherWords({ burns: 1, poor: 0, skips: 2 })).toMatch(/^1 burn, 0 .* 2 steps/);
  expect(togetherWords({ burns: 0, poor: 0, skips: 0 })).toBe("Nothing has been burnt yet.");
});

it("tells a card by its tip, oxygen and pace, and a heating by its head alone", () => {
  const card = { made_at: "2026-11-02T08:00:00Z", made_by: "h", mark: "C7", bore_mm: 1.2 };
  const set = { oxygen_pressure_kpa: 207, travel_speed_mm_min: 406.4 };
  const line = (own: object) =>
    cardLine({ ...card, ...set, ...own } as never, () => "Wren", "inch");
  expect(line({})).toMatch(/by Wren: tip C7, oxygen 30 psi, pace 16 in\/min$/);
  expect(line({ mark: null })).toContain("tip 1.2 mm");
  expect(line({ oxygen_pressure_kpa: null })).toContain("oxygen –");
  const head = line({ mark: "heating head", bore_mm: 0, oxygen_pressure_kpa: null });
  expect(head).toMatch(/by Wren: heating head$/);
});
