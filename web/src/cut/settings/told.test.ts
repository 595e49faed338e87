import { describe, expect, it } from "vitest";
import type { CutPlan } from "@/api/client";
import { SCREEN } from "@/text";
import { ROWS } from "../model";
import { beside, besidePressure, besideTip, cueOf, movedTold, staying } from "./told";

const plan = (change: Partial<CutPlan> = {}): CutPlan =>
  ({
    verdict: "ok",
    starts: 2,
    time_s: { total: 100, preheat: 20, cutting: 60, handling: 20, clean_up: 0 },
    travel_speed_mm_min: { low: 300, set: 400, high: 500 },
    start_preheat_s: { low: 10, set: 12, high: 15 },
    oxygen_pressure_kpa: { low: 200, set: 250, high: 300 },
    fuel_pressure_kpa: null,
    oxygen_l: 120,
    fuel_l: 30,
    cost: { total: 5 },
    line_total: { count: 3, time_s: 300, oxygen_l: 360, fuel_l: 90, cost: 15 },
    cues: [{ quantity: "travel_speed_mm_min", code: "no_such_code", text: "sparks straight down" }],
    tip: { bore_mm: 1.2, face: "flush", kind: "general" },
    ...change,
  }) as unknown as CutPlan;
const row = (quantity: string) => {
  const found = ROWS.flat().find((each) => each.quantity === quantity);
  if (!found) throw new Error(quantity);
  return found;
};
const speed = {
  quantity: "travel_speed_mm_min",
  kind: "speed",
  value: (of: CutPlan) => of.travel_speed_mm_min.set,
} as const;
const slow = plan({ travel_speed_mm_min: { low: 200, set: 300, high: 400 } } as Partial<CutPlan>);

describe("what a number was before", () => {
  it("says which way it went, and with which fuel it was otherwise", () => {
    const told = movedTold({ fuel: "propane", plan: slow }, plan(), speed, "metric");
    expect(told).toEqual({ text: "▲ was 300 mm/min with propane", stays: false });
    const back = movedTold({ fuel: "propane", plan: plan() }, slow, speed, "metric");
    expect(back?.text).toMatch(/^▼ was 400/);
  });

  it("of settings that are held says what is held, and gives no reason where nothing moved", () => {
    expect(movedTold({ fuel: "", plan: slow }, plan(), speed, "metric")?.text).toBe(
      "▲ held 300 mm/min",
    );
    expect(movedTold({ fuel: "", plan: plan() }, plan(), speed, "metric")).toBeNull();
  });

  it("says why a number stays when the fuel changed, where there is a reason", () => {
    const kerf = { quantity: "kerf_mm", kind: "bore", value: () => 1.6 } as const;
    const told = movedTold({ fuel: "propane", plan: plan() }, plan(), kerf, "metric");
    expect(told?.stays).toBe(true);
    expect(told?.text.length).toBeGreaterThan(10);
    const odd = { quantity: "nothing_known_mm", kind: "bore", value: () => 1 } as const;
    expect(movedTold({ fuel: "propane", plan: plan() }, plan(), odd, "metric")).toBeNull();
  });

  it("says nothing without a before, or of a number that one of both has not", () => {
    expect(movedTold(null, plan(), speed, "metric")).toBeNull();
    const none = { quantity: "cost", kind: "money", value: () => undefined } as const;
    expect(movedTold({ fuel: "propane", plan: plan() }, plan(), none, "metric")).toBeNull();
  });
});

describe("beside a number", () => {
  it("stands its band, or what its time is made of", () => {
    expect(beside(plan(), row("travel_speed_mm_min"), "metric")).toBe("300 to 500 mm/min");
    const time = beside(plan(), row("time_s"), "metric");
    expect(time).toMatch(/^2 starts: heat 20 s, cut 1 min.*all 3: 5 min/);
    expect(time).not.toContain("cleaning");
    const cleaned = { ...plan().time_s, clean_up: 18, total: 118 };
    expect(beside(plan({ time_s: cleaned }), row("time_s"), "metric")).toContain(
      "handling 20 s, cleaning 18 s",
    );
    const alone = plan({ starts: 1, line_total: { count: 1 } } as Partial<CutPlan>);
    expect(beside(alone, row("time_s"), "metric")).toMatch(/^1 start: .*handling 20 s$/);
  });

  it("stands what all pieces take where there are several", () => {
    expect(beside(plan(), row("oxygen_l"), "metric")).toBe("all 3: 360 l");
    expect(beside(plan(), row("cost"), "metric")).toMatch(/^all 3: 15/);
    const one = plan({ line_total: { count: 1, oxygen_l: 120, fuel_l: 30, cost: 5 } } as never);
    for (const quantity of ["oxygen_l", "fuel_l", "cost"]) {
      expect(beside(one, row(quantity), "metric")).toBeNull();
    }
  });

  it("a pressure that must not be set has no band, and says what to lift", () => {
    expect(besidePressure(plan(), "oxygen_pressure_kpa", "metric_kpa")).toContain("200 to 300 kPa");
    expect(besidePressure(plan(), "fuel_pressure_kpa", "metric")).toBe(SCREEN.noSetting);
    const stopped = plan({ verdict: "stop" });
    expect(besidePressure(stopped, "oxygen_pressure_kpa", "metric")).toBe(SCREEN.liftFirst);
  });

  it("a tip says its face, and its kind only where that is out of the usual", () => {
    const tip = plan().tip;
    expect(besideTip(tip)).toMatch(/^flush face/);
    expect(besideTip(tip)).not.toContain("general");
    expect(besideTip({ ...tip, kind: "high_preheat" })).toContain("high-preheat");
  });
});

describe("a cue", () => {
  it("is the server's own words where the screen knows none", () => {
    expect(cueOf(plan(), "travel_speed_mm_min", "metric")).toBe("sparks straight down");
    expect(cueOf(plan(), "kerf_mm", "metric")).toBeNull();
  });

  it("gives way to the reason where a number stays while the fuel changed", () => {
    const kerf = row("kerf_mm");
    const same = plan({ kerf_mm: 1.6 } as Partial<CutPlan>);
    expect(staying({ fuel: "propane", plan: same }, same, kerf)).toBe(true);
    expect(staying({ fuel: "", plan: same }, same, kerf)).toBe(false);
    expect(staying(null, same, kerf)).toBe(false);
    const wider = plan({ kerf_mm: 2 } as Partial<CutPlan>);
    expect(staying({ fuel: "propane", plan: wider }, same, kerf)).toBe(false);
  });
});
