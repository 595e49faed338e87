import { describe, expect, it } from "vitest";
import type { CutPlan } from "@/api/client";
import { besideTip, figuresOf, jobOf, rowsToNote } from "./figures";

const band = (set: number) => ({ low: 0.9 * set, set, high: 1.1 * set });
const plan = (own: object = {}) =>
  ({
    tip: { bore_mm: 1.2, mark: "C7" },
    start_preheat_s: band(12),
    travel_speed_mm_min: band(400),
    standoff_mm: band(3),
    tip_to_plate_mm: band(9),
    kerf_mm: 1.9,
    drag_mm: 1.2,
    starts: 2,
    time_s: { preheat: 20, cutting: 130, handling: 30, total: 180 },
    line_total: { count: 6, time_s: 1080, oxygen_l: 900, fuel_l: 90 },
    ...own,
  }) as unknown as CutPlan;
const names = (own?: object) => figuresOf(plan(own), "propane", "metric").map(({ name }) => name);
const named = (own: object, name: string) =>
  figuresOf(plan(own), "propane", "metric").find((figure) => figure.name === name);

describe("what a card sets in large type", () => {
  it("is start, pace, distance, width, time and gas of a plate", () => {
    expect(names()).toEqual([
      "Start preheat",
      "Travel speed",
      "Cones to plate",
      "Kerf",
      "One cut",
      "Gas, all 6",
    ]);
    const pace = named({}, "Travel speed");
    expect([pace?.value, pace?.small, pace?.cue]).toEqual([
      "400 mm/min",
      "360 to 440 mm/min",
      "travel_speed_mm_min",
    ]);
    expect(named({}, "One cut")?.small).toBe("2 starts, heat 20 s, cut 2 min 10 s");
    expect(named({}, "Gas, all 6")?.small).toBe("propane 90 l, 18 min");
  });

  it("leaves start and pace to the strokes of a shape", () => {
    expect(names({ section: {} })).toEqual(["Cones to plate", "Kerf", "One cut", "Gas, all 6"]);
  });

  it("calls a part that was laid out and other work a piece, and one by itself one", () => {
    const once = { count: 1, time_s: 180, oxygen_l: 150, fuel_l: 15 };
    expect(names({ layout: {}, line_total: once }).slice(-2)).toEqual([
      "One piece",
      "Gas, one piece",
    ]);
    expect(names({ work: {} })).toContain("One piece");
    expect(named({ starts: 1 }, "One cut")?.small).toMatch(/^1 start, /);
  });

  it("sets nothing of a cut where a heating head is on the torch", () => {
    const head = { tip: { bore_mm: 0, mark: "heating head" }, work: {} };
    expect(names(head)).toEqual(["On the torch", "One piece", "Gas, all 6"]);
    expect(named(head, "On the torch")?.value).toBe("heating head");
    expect(named(head, "One piece")?.small).not.toContain("cut");
  });
});

describe("what stands beside it on a card", () => {
  it("is the tip's face, its bore where inches are read, whose it is and its chart", () => {
    const tip = { bore_mm: 1.2, face: "flush", name: "C7", by_chart: true } as CutPlan["tip"];
    const metric = besideTip(tip, "metric");
    expect(metric).toMatch(/^\S+ face · drawer: C7 · by its maker's chart$/);
    expect(besideTip(tip, "inch")).toContain(" · 0.047 in · ");
    expect(besideTip({ bore_mm: 1.2, face: "flush" } as CutPlan["tip"], "metric")).not.toContain(
      "·",
    );
  });

  it("is the job, however it is called; a cut of none is a run card", () => {
    expect(jobOf("Yard gate: 3/4 plate")).toBe("Yard gate");
    expect(jobOf("Walkway: gussets: 1/2 plate")).toBe("Walkway: gussets");
    expect(jobOf("3/4 plate")).toBe("Run card");
  });

  it("is room to note each piece, no more than leaves the card on one sheet", () => {
    const rows = (own: object) => rowsToNote(plan(own));
    expect(rows({ line_total: { count: 2 } })).toBe(2);
    const many = rows({ line_total: { count: 40 } });
    expect(many).toBeLessThan(40);
    for (const own of ["section", "layout", "work"])
      expect(rows({ line_total: { count: 40 }, [own]: {} }), own).toBeLessThan(many);
  });
});
