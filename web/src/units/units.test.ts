import { describe, expect, it } from "vitest";
import {
  about,
  band,
  clock,
  fraction,
  type Kind,
  plateName,
  print,
  setting,
  shown,
  stored,
  tape,
} from "./index";

describe("printing as a shop writes", () => {
  it("rounds what nobody measures to an eighth or a millimetre", () => {
    expect([25, 10, 50, 6].map((mm) => about(mm, "inch"))).toEqual([
      "1 in",
      "3/8 in",
      "2 in",
      "1/4 in",
    ]);
    expect([25.4, 9.7].map((mm) => about(mm, "metric_kpa"))).toEqual(["25 mm", "10 mm"]);
  });

  it("prints fractions of a rule and sensible metric digits", () => {
    expect(print(19.05, "length", "inch")).toBe("3/4 in");
    expect(print(31.75, "length", "inch")).toBe("1-1/4 in");
    expect(print(914.4, "length", "inch")).toBe("36 in");
    expect(print(20, "length", "inch")).toBe("0.787 in");
    expect(print(19.05, "length", "metric")).toBe("19.1 mm");
    expect(band(343.9, 452.4, "speed", "inch")).toBe("13.5 to 17.8 in/min");
    expect(clock(216.8)).toBe("3 min 37 s");
    expect(fraction(0.3, 16)).toBeNull();
  });

  it("reads long lengths off a tape: no sixteenth is out by more than half of one", () => {
    expect(tape(1800, "inch")).toBe("70-7/8 in");
    expect([tape(2540, "inch"), tape(2000, "metric"), tape(2000.4, "metric_kpa")]).toEqual([
      "100 in",
      "2000 mm",
      "2000 mm",
    ]);
    // short ones keep their decimals: a shape's depth is known to a hundredth
    expect(tape(309.9, "inch")).toBe("12.2 in");
    for (let mm = 610; mm < 700; mm += 0.7) {
      const [whole = 0, over] = tape(mm, "inch").replace(" in", "").split("-");
      const [top = 0, under = 1] = (over ?? "0/1").split("/").map(Number);
      expect(Math.abs((Number(whole) + top / under) * 25.4 - mm)).toBeLessThanOrEqual(25.4 / 32);
    }
  });

  it("knows the published conversions", () => {
    // NIST SP 811: 1 psi = 6.894 757 kPa; 1 ft³ = 28.316 85 l
    expect(shown(6.894757, "pressure", "inch")).toBeCloseTo(1, 6);
    expect(shown(28.31685, "gas_volume", "inch")).toBeCloseTo(1, 6);
    expect(print(-40, "temperature", "inch")).toBe("-40 °F");
    // W12x26: 26 lb/ft and 7.65 in² (AISC); 1 lb/ft = 1.488 164 kg/m (NIST SP 811)
    expect(print(26 * 1.488164, "linear_mass", "inch")).toBe("26 lb/ft");
    expect(print(7.65 * 645.16, "area", "inch")).toBe("7.65 in²");
  });

  it("comes back to where it started", () => {
    for (const kind of ["length", "pressure", "gas_flow", "speed", "temperature"] as Kind[]) {
      for (const value of [0.3, 12.7, 450]) {
        expect(stored(shown(value, kind, "inch"), kind, "inch")).toBeCloseTo(value, 9);
      }
    }
  });
});

describe("a plate's name", () => {
  it("is the one it is ordered by: metric plate stays metric, inch plate is a fraction", () => {
    expect(plateName(20, "inch")).toBe("20 mm");
    expect(plateName(100, "inch")).toBe("100 mm");
    expect(plateName(19.05, "inch")).toBe("3/4 in");
    // 254 mm is 10 in exactly: an inch reader calls it so
    expect(plateName(254, "inch")).toBe("10 in");
    expect(plateName(20, "metric")).toBe("20 mm");
  });
});

describe("a pressure to set", () => {
  it("is said to be none where a stop is about it, and never shown as 0", () => {
    expect(setting({ set: 275.79 }, "inch")).toBe("40 psi");
    expect(setting(null, "inch")).toBe("no setting");
    expect(setting(undefined, "metric")).toBe("no setting");
  });
});

it("tells a spell of heating in minutes, and stores seconds", () => {
  expect(print(900, "spell", "inch")).toBe("15 min");
  expect(print(90, "spell", "metric")).toBe("1.5 min");
  expect(stored(2.5, "spell", "metric")).toBe(150);
});
