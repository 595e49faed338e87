import { expect, it } from "vitest";
import { stages } from "./Stages";

const view = { line: { id: "a" }, plan: { notes: [] }, card_current: true } as never;
const burn = (outcome: string) => ({ outcome });
const kept = (burns: unknown[], edges: unknown[] = [], done = 0) =>
  ({ lines: [{ line_id: "a", cards: [{}], burns, edges }], runs: [{ done }] }) as never;
const states = (...asked: Parameters<typeof stages>) => Object.fromEntries(stages(...asked));

it("goes on at the torch in the order of work", () => {
  const names = stages(view).map(([name]) => name);
  expect(names.slice(-5)).toEqual(["Card", "Set-up", "Burn", "Edge", "Record"]);
  expect(states(view)).toMatchObject({ Card: "done", "Set-up": "open", Burn: "open" });
  expect(states(view, kept([], [], 3))).toMatchObject({ "Set-up": "done", Burn: "open" });
});

it("is on record once it was burnt by a card and its edge judged", () => {
  expect(states(view, kept([burn("good")]))).toMatchObject({ Edge: "done", Record: "done" });
  expect(states(view, kept([burn("poor")]))).toMatchObject({ Edge: "open", Record: "open" });
  expect(states(view, kept([burn("poor")], [{}]))).toMatchObject({ Edge: "done" });
  expect(states(view, kept([burn("lost"), burn("good")]))).toMatchObject({ Burn: "stopped" });
  expect(states(undefined, kept([burn("good")]))).toMatchObject({ Burn: "open", Record: "open" });
});
