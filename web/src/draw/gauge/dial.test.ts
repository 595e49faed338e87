import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { gaugeSystem, SYSTEMS, shown, stored } from "@/units";
import { angleOf, arc, dialOf, point, ticksOf, type Usual } from "./dial";

/** The table itself: what the server hands on. */
const usual: Usual[] = readFileSync("../reference/tables/gauge-scales.csv", "utf8")
  .split("\n")
  .filter((line) => /^(delivery|contents),/.test(line))
  .map((line) => {
    const [gauge = "", gas = "", printed_in = "", full, major] = line.split(",");
    const kpa = (value: string | undefined) =>
      stored(Number(value), "pressure", gaugeSystem(printed_in, "inch"));
    return { gauge, gas, printed_in, full_kpa: kpa(full), major_kpa: kpa(major) };
  });

const asked = {
  gas: "oxygen",
  gauge: "delivery",
  usual,
  pressure: { low: 200, set: 250, high: 300 },
  reader: "metric" as const,
  scale: null,
  face: undefined,
  ceiling: null,
};

describe("the dial of a gauge", () => {
  it("holds needle and band, whatever is read in, for every setting of the trade", () => {
    for (const reader of SYSTEMS) {
      for (const gas of ["oxygen", "propane"]) {
        for (const set of [20, 60, 150, 400, 690]) {
          const pressure = { low: 0.8 * set, set, high: 1.2 * set };
          const dial = dialOf({ ...asked, gas, reader, pressure });
          expect(shown(pressure.high, "pressure", dial.system)).toBeLessThanOrEqual(dial.full);
        }
      }
    }
  });

  it("has four to eight numbers, five small marks between two, and begins at nought", () => {
    for (const reader of SYSTEMS) {
      const ticks = ticksOf(dialOf({ ...asked, reader }));
      const numbered = ticks.filter((tick) => tick.numbered);
      expect(ticks[0]).toEqual({ value: 0, numbered: true });
      expect(numbered.length).toBeGreaterThanOrEqual(4);
      expect(numbered.length).toBeLessThanOrEqual(9);
      expect(ticks.length - 1).toBe(5 * (numbered.length - 1));
    }
  });

  it("is the shop's own where the needle stays on it, printed as it is printed", () => {
    const face = { major_kpa: 400, minor_kpa: 100, printed_in: "bar" };
    const dial = dialOf({ ...asked, scale: 1600, face, reader: "inch" });
    expect(dial).toMatchObject({ system: "metric", full: 16, every: 4, small: 1 });
    const beyond = { low: 1700, set: 1800, high: 1900 };
    expect(dialOf({ ...asked, scale: 1600, face, pressure: beyond }).full).toBeGreaterThan(16);
  });

  it("is the smallest usual one that holds the band, with its own numbers", () => {
    const dial = (gas: string, set: number, reader: "inch" | "metric") =>
      dialOf({ ...asked, gas, reader, pressure: { low: set, set, high: set } });
    expect(dial("oxygen", 250, "inch")).toMatchObject({ full: 100, every: 20 });
    expect(dial("oxygen", 700, "inch")).toMatchObject({ full: 200, every: 40 });
    expect(dial("propane", 20, "metric")).toMatchObject({ full: 1.5, every: 0.5 });
    // rounding over the wire moves no printed number
    const rounded = usual.map((each) => ({ ...each, full_kpa: Math.round(each.full_kpa) }));
    const near = dialOf({ ...asked, reader: "inch", usual: rounded });
    expect(near).toMatchObject({ full: 100, every: 20 });
  });

  it("of a cylinder goes as far as a full one, and is printed as the reader reads", () => {
    const contents = (gas: string, reader: "inch" | "metric") =>
      dialOf({ ...asked, gas, gauge: "contents", reader, pressure: null });
    expect(contents("oxygen", "inch").full).toBe(4000);
    expect(contents("acetylene", "metric").full).toBe(40);
  });

  it("holds the needle on round numbers while no usual gauge is known, or none reaches so far", () => {
    for (const known of [[], usual]) {
      for (const high of [3, 70, 900, 9_000]) {
        const pressure = { low: high, set: high, high };
        const { full, every } = dialOf({ ...asked, usual: known, pressure });
        expect(full).toBeGreaterThanOrEqual(shown(high, "pressure", "metric") - 1e-9);
        expect(full / every).toBeCloseTo(Math.round(full / every), 6);
      }
    }
  });

  it("never has so many printed marks that none can be told from the next", () => {
    const face = { major_kpa: 10, minor_kpa: 1, printed_in: "bar" };
    const dial = dialOf({ ...asked, scale: 1600, face });
    expect(dial.full / dial.every).toBeLessThanOrEqual(12);
    expect(dial.full / dial.small).toBeLessThanOrEqual(80);
  });

  it("is red from the ceiling on, from its own red where it has one, and not beyond its scale", () => {
    const fuel = { ...asked, gas: "acetylene", pressure: { low: 20, set: 30, high: 40 } };
    const red = dialOf({ ...fuel, ceiling: 103.4, scale: 200 }).red;
    expect(red).toBeCloseTo(1.034);
    const own = { red_from_kpa: 100 };
    expect(dialOf({ ...fuel, ceiling: 103.4, scale: 200, face: own }).red).toBeCloseTo(1);
    expect(dialOf({ ...fuel, ceiling: 103.4, scale: 100 }).red).toBeNull();
    expect(dialOf({ ...fuel, scale: 200 }).red).toBeNull();
  });
});

describe("the needle", () => {
  it("goes from lower left over the top to lower right, and never off the scale", () => {
    const dial = { full: 10 };
    expect([0, 5, 10].map((value) => angleOf(dial, value))).toEqual([-135, 0, 135]);
    expect(angleOf(dial, -3)).toBe(-135);
    expect(angleOf(dial, 99)).toBe(135);
  });

  it("points up at the top, and to the right a quarter on", () => {
    const [x, y] = point(0, 50);
    expect(x).toBeCloseTo(100);
    expect(y).toBeCloseTo(50);
    const [right, level] = point(90, 50);
    expect(right).toBeCloseTo(150);
    expect(level).toBeCloseTo(100);
  });

  it("has its band drawn the short way round, and a long one the long way", () => {
    expect(arc(0, 90, 50)).toMatch(/ 0 0 1 /);
    expect(arc(-135, 135, 50)).toMatch(/ 0 1 1 /);
  });
});
