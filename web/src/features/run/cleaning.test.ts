import { describe, expect, it } from "vitest";
import { type Cut, cutsSinceCleaned, type Doc, distances, type RunEvent } from "./model";

let second = 0;
function event(kind: string, body: object, id = `e${second}`, run_id = "today"): RunEvent {
  second += 1;
  const happened_at = new Date(Date.UTC(2026, 4, 31, 9, 0, second)).toISOString();
  return { id, happened_at, kind, body, run_id } as unknown as RunEvent;
}
const cut = (id?: string) => event("cut", { line_id: "a", outcome: "good" }, id);
const cleaned = (done = true) => event("step", { key: "clean_tip", done });

describe("cuts since the tip was cleaned", () => {
  it("count from the start of the run and begin anew at the step", () => {
    const first = [cut(), cut(), cut()];
    expect(cutsSinceCleaned(first, "today")).toBe(3);
    expect(cutsSinceCleaned([...first, cleaned()], "today")).toBe(0);
    expect(cutsSinceCleaned([...first, cleaned(), cut()], "today")).toBe(1);
  });

  it("do not count one that was taken back, nor a cleaning that was not done", () => {
    const wrong = cut("wrong");
    expect(cutsSinceCleaned([cut(), wrong, event("undo", { event: "wrong" })], "today")).toBe(1);
    expect(cutsSinceCleaned([cut(), cleaned(false), cut()], "today")).toBe(2);
  });

  it("leave out pieces of an earlier run, whose tip may have been cleaned since", () => {
    const before = event("cut", { line_id: "a", outcome: "good" }, "old", "yesterday");
    expect(cutsSinceCleaned([before, cut()], "today")).toBe(1);
    expect(cutsSinceCleaned([before], null)).toBe(0);
  });

  it("are the same in whatever order the tablets sent them", () => {
    const all = [cut(), cut(), cleaned(), cut(), cut(), cut()];
    const back = [...all].reverse();
    expect(cutsSinceCleaned(back, "today")).toBe(cutsSinceCleaned(all, "today"));
  });
});

describe("the distance that is large", () => {
  const plan = { standoff_mm: { set: 2 }, tip_to_plate_mm: { set: 8 } } as Cut["plan"];
  const held = (option: string) => ({ held: { standoff_measure: option } }) as unknown as Doc;

  it("is the one that the shop measures, and the other one stands by", () => {
    expect(distances(held("cones"), plan, "metric").map((each) => each.by)).toEqual([
      "cones",
      "tip",
    ]);
    const [large, small] = distances(held("tip"), plan, "metric");
    expect([large.name, large.value]).toEqual(["Tip to plate", "8 mm"]);
    expect(small.value).toBe("2 mm");
  });
});
