import { describe, expect, it } from "vitest";
import type { Cut } from "../model";
import { partsOf, stopsOnWay } from "./parts";

const band = (set: number) => ({ low: set, set, high: set });
const plan = {
  tip: { bore_mm: 1.2 },
  oxygen_pressure_kpa: band(280),
  fuel_pressure_kpa: band(30),
  start_preheat_s: band(20),
  travel_speed_mm_min: band(400),
  stops_mm: [450],
};
const made = (more: object) =>
  ({ plan: { ...plan, ...more }, request: { cut: { length_mm: 900 } } }) as unknown as Cut;
const tie = (from_mm: number, to_mm: number, lead_in: number[][] = []) => ({
  from_mm,
  to_mm,
  width_mm: to_mm - from_mm,
  lead_in,
});

describe("the runs of the torch that a cut is made of", () => {
  it("are one for a plate, with its length and its stops", () => {
    const [only, ...more] = partsOf(made({}));
    expect(more).toEqual([]);
    expect(only).toMatchObject({ order: null, pace: 400, length: 900, stops: [450] });
  });

  it("are one for each stroke of a shape, each with its own tip, pressures and pace", () => {
    const stroke = (order: number, set: number) => ({
      order,
      tip: { bore_mm: set / 200 },
      oxygen_pressure_kpa: band(set),
      fuel_pressure_kpa: band(30),
      start_preheat_s: band(10),
      travel_speed_mm_min: band(set + 100),
      travel_mm: 150,
      stops_mm: [],
    });
    const parts = partsOf(made({ section: { strokes: [stroke(1, 200), stroke(2, 300)] } }));
    expect(parts.map((part) => [part.order, part.oxygen?.set, part.pace])).toEqual([
      [1, 200, 300],
      [2, 300, 400],
    ]);
  });

  it("are one for each path of a part, as long as it burns, heated by its own start where it has one", () => {
    const path = (order: number, more: object) => ({
      order,
      lead_in: [
        [0, 0],
        [0, 10],
      ],
      burnt_mm: 500,
      stops_mm: [200],
      tabs: [],
      ...more,
    });
    const paths = [path(1, { start_preheat_s: band(35) }), path(2, { start_preheat_s: null })];
    const parts = partsOf(made({ layout: { paths } }));
    expect(parts.map((part) => part.heat?.set)).toEqual([35, 20]);
    // a stop is told from where the lead begins
    expect(parts[0]).toMatchObject({ length: 500, stops: [210] });
  });

  it("are one for each stage of other work, told by its clock alone", () => {
    const parts = partsOf(made({ work: { stages: [{ order: 1 }, { order: 2 }, { order: 3 }] } }));
    expect(parts.map(({ order, length, stops }) => [order, length, stops])).toEqual([
      [1, 0, []],
      [2, 0, []],
      [3, 0, []],
    ]);
  });
});

describe("where the torch is taken off on its way", () => {
  it("is at its stops, from where the lead begins", () => {
    expect(stopsOnWay({ stops_mm: [100, 300], tabs: [] }, 20)).toEqual([120, 320]);
    expect(stopsOnWay({ stops_mm: [], tabs: [] }, 20)).toEqual([]);
  });

  it("is at each tie too, and what a tie leaves standing is not burnt", () => {
    // ties of 10 mm: what follows the first comes 10 mm sooner
    const tabs = [tie(200, 210), tie(400, 410)];
    expect(stopsOnWay({ stops_mm: [300], tabs }, 0)).toEqual([200, 290, 390]);
  });

  it("counts the way in behind a tie", () => {
    const tabs = [
      tie(200, 210, [
        [0, 0],
        [3, 4],
      ]),
    ];
    expect(stopsOnWay({ stops_mm: [300], tabs }, 0)).toEqual([200, 295]);
  });
});
