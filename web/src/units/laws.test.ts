import { describe, expect, it } from "vitest";
import {
  boreName,
  clock,
  editable,
  fraction,
  gaugeSystem,
  type Kind,
  nextSystem,
  number,
  print,
  SYSTEMS,
  shown,
  stepOf,
  stored,
  unitOf,
} from "./index";

const KINDS: Kind[] = [
  "length",
  "run",
  "bore",
  "gap",
  "pressure",
  "air_pressure",
  "gas_flow",
  "gas_volume",
  "speed",
  "temperature",
  "angle",
  "ratio",
  "percent",
  "mass",
  "linear_mass",
  "area",
  "money",
  "gas_price",
  "steel_price",
  "count",
];

/** How far a printed number may be from the value, in the reader's unit, where half of one is too coarse. */
const SLACK: Partial<Record<Kind, number>> = {
  bore: 0.005,
  ratio: 0.005,
  percent: 0.005,
  money: 0.005,
  gas_price: 0.005,
  steel_price: 0.005,
  angle: 0.05,
  mass: 0.05,
  linear_mass: 0.05,
  // a barometer is read to the millibar, 0.1 kPa
  air_pressure: 0.5,
};

/** What a reader makes of a printed number: "1-3/4" is 1.75. */
function read(text: string): number {
  const [, whole, over, under] = /^(?:(\d+)-)?(\d+)\/(\d+)$/.exec(text) ?? [];
  if (over === undefined) return Number(text);
  return Number(whole ?? 0) + Number(over) / Number(under);
}

/** Values from a hair to a mill's order, evenly in their logarithm. */
const MANY = Array.from({ length: 400 }, (_, i) => 10 ** (-2 + (7 * i) / 400));

describe("a printed number", () => {
  it("is the value within what a hand can set or read, in every kind and both systems", () => {
    for (const system of SYSTEMS) {
      for (const kind of KINDS) {
        for (const value of MANY) {
          const meant = shown(value, kind, system);
          const text = number(value, kind, system);
          // a gap in inches is read on a rule of 32 parts
          const slack = text.includes("/") ? 1 / 64 : (SLACK[kind] ?? 0.5);
          const off = Math.abs(read(text) - meant);
          expect(off, `${value} ${kind} ${system}: ${text}`).toBeLessThanOrEqual(slack + 1e-9);
        }
      }
    }
  });

  it("never grows when the value falls", () => {
    for (const system of SYSTEMS) {
      for (const kind of KINDS) {
        const printed = MANY.map((value) => read(number(value, kind, system)));
        const falls = printed.findIndex((now, i) => i > 0 && now < (printed[i - 1] ?? 0) - 0.032);
        expect(falls, `${kind} ${system} at ${MANY[falls]}`).toBe(-1);
      }
    }
  });

  it("is never less than nothing by a sign alone", () => {
    for (const system of SYSTEMS) {
      for (const kind of KINDS) {
        for (const value of [-0, -1e-9, -1e-4]) {
          if (kind === "temperature" && system === "inch") continue;
          expect(print(value, kind, system), kind).not.toMatch(/^-0(\.0*)?( |$|°)/);
        }
      }
    }
    expect(print(-0.3, "temperature", "metric")).toBe("0 °C");
    // 0 °F is -17.78 °C
    expect(print(-17.79, "temperature", "inch")).toBe("0 °F");
  });
});

describe("a pressure by its gauge", () => {
  it("is bar to metric readers, with two places where one would tell too little", () => {
    expect(print(280, "pressure", "metric")).toBe("2.8 bar");
    expect(print(35, "pressure", "metric")).toBe("0.35 bar");
    expect(print(280, "pressure", "metric_kpa")).toBe("280 kPa");
    expect(print(101.325, "air_pressure", "metric")).toBe("1013 mbar");
  });
  it("is told in what its face is printed in, whatever the reader reads elsewhere", () => {
    expect(gaugeSystem("psi", "metric")).toBe("inch");
    expect(gaugeSystem("bar", "inch")).toBe("metric");
    expect(gaugeSystem("kpa", "inch")).toBe("metric_kpa");
    for (const system of SYSTEMS) expect(gaugeSystem(null, system)).toBe(system);
  });
  it("comes round to where it began when a person switches through all of them", () => {
    const round = SYSTEMS.reduce((at) => nextSystem(at), SYSTEMS[0] ?? "inch");
    expect(round).toBe(SYSTEMS[0]);
    expect(new Set(SYSTEMS.map(nextSystem)).size).toBe(SYSTEMS.length);
  });
});

describe("a price of gas", () => {
  it("is by the volume that the reader buys", () => {
    // 1 m³ is 35.3147 ft³ (NIST SP 811): 6.00 a m³ is 16.99 for 100 ft³
    expect(number(6, "gas_price", "metric")).toBe("6.00");
    expect(number(6, "gas_price", "inch")).toBe("16.99");
    expect(stored(16.99, "gas_price", "inch")).toBeCloseTo(6, 3);
  });
});

describe("a rule's fraction", () => {
  it("is in lowest terms and exactly the length, for each division of 64", () => {
    for (let parts = 1; parts <= 4 * 64; parts++) {
      const text = fraction(parts / 64, 64) ?? "";
      expect(read(text)).toBeCloseTo(parts / 64, 12);
      const under = /\/(\d+)$/.exec(text)?.[1];
      const over = /(\d+)\//.exec(text)?.[1];
      if (under !== undefined) expect(Number(over) % 2, text).toBe(1);
    }
  });
  it("is none where the length stands between two divisions, and none of nothing", () => {
    expect([fraction(0.26, 64), fraction(0, 64), fraction(-0.5, 64)]).toEqual([null, null, null]);
    expect(fraction(1 / 64, 32)).toBeNull();
  });
});

describe("a duration", () => {
  it("says what a stopwatch shows, and drops seconds beyond an hour", () => {
    expect([clock(59.4), clock(59.6), clock(3599.7)]).toEqual(["59 s", "1 min", "1 h"]);
    expect([clock(61), clock(3660), clock(5430)]).toEqual(["1 min 1 s", "1 h 1 min", "1 h 31 min"]);
  });
});

describe("what a hand reads", () => {
  it("has a tip by its bore in millimetres in both systems", () => {
    expect(boreName(1.2, "metric")).toBe("1.2 mm");
    // a number 56 drill is 0.0465 in (ASME B94.11M, from memory)
    expect(boreName(0.0465 * 25.4, "inch")).toBe("1.18 mm · 0.046 in");
  });
  it("keeps a hundredth of a millimetre in a field to edit", () => {
    expect(editable(19.05, "length", "metric")).toBe("19.05");
    expect(unitOf("run", "inch")).toBe("ft");
    // a hose of 50 ft is 15.24 m by definition of the foot
    expect(print(15.24, "run", "inch")).toBe("50 ft");
  });
});

it("steel of 1.50 a kilogram is 0.68 a pound", () => {
  // a pound is 0.45359237 kg: 1.50 * 0.45359237 = 0.6804
  expect(editable(1.5, "steel_price", "inch")).toBe("0.68");
  expect(stored(0.68, "steel_price", "inch")).toBeCloseTo(1.499, 3);
  expect(editable(1.5, "steel_price", "metric_kpa")).toBe("1.50");
});

describe("the least by which a length is changed", () => {
  it("is a whole figure of the reader's own units", () => {
    expect(number(stepOf("inch"), "length", "inch")).toBe("1/16");
    expect(number(stepOf("metric"), "length", "metric")).toBe("1");
    expect(stepOf("metric_kpa")).toBe(stepOf("metric"));
  });
});
