import { describe, expect, it } from "vitest";
import { askedOf, lineInput, relaid } from "./line";
import { USUAL } from "./model";

const outer = {
  closed: true,
  start: [10, 20],
  segments: [{ to: [110, 20] }, { to: [110, 80] }, { to: [10, 80] }, { to: [10, 20] }],
};
const part = { name: "plate", outer, holes: [], cuts: [] };
const body = {
  part,
  at_edge: ["left"],
  small_holes: "drill",
  order: "cool",
  tabs: "none",
  plan: { steel: {} },
  kerf_mm: 2,
  reach_mm: 450,
  hand: "right",
  marking: {},
  strips: {},
};
const asked = { ...USUAL, thickness_mm: 20, process: "guided", count: 3 };

describe("a layout as a line of a job", () => {
  it("says its part, plate and count, and leaves gas, reach and marks to job and shop", () => {
    const line = lineInput(asked, body as never);
    expect(line).toMatchObject({
      steel: { thickness_mm: 20 },
      cut: { process: "guided", count: 3 },
      layout: { at_edge: ["left"], plate_mm: [USUAL.plate.width_mm, USUAL.plate.height_mm] },
    });
    for (const other of ["plan", "kerf_mm", "reach_mm", "hand", "marking", "strips"])
      expect(line.layout).not.toHaveProperty(other);
  });

  it("keeps the measures of a shape, and none of a part that was read from a file", () => {
    expect(lineInput(asked, body as never).layout).toHaveProperty("drawn");
    const read = { ...asked, file: { name: "a.dxf" } } as never;
    expect(lineInput(read, body as never).layout).not.toHaveProperty("drawn");
  });

  it("is laid out anew without losing what else the line says", () => {
    const old = {
      steel: { thickness_mm: 12, grade: "A36" },
      cut: { process: "freehand", count: 1, quality: "fine" },
      layout: { lifting_limit_kg: 80, part: {} },
      gas: { fuel: "propane" },
    };
    const next = lineInput(asked, body as never);
    expect(relaid(old, next)).toMatchObject({
      steel: { thickness_mm: 20, grade: "A36" },
      cut: { process: "guided", count: 3, quality: "fine" },
      layout: { lifting_limit_kg: 80, at_edge: ["left"] },
      gas: { fuel: "propane" },
    });
    expect(relaid({}, next)).not.toHaveProperty("layout.lifting_limit_kg");
  });
});

describe("a line on the page", () => {
  it("lies on its plate where it lay, from the plate's own corner", () => {
    const layout = { part, plate_mm: [400, 300], datum: [0, 5] };
    const found = askedOf({
      steel: { thickness_mm: 20 },
      cut: { process: "machine", count: 2 },
      layout,
    });
    expect(found).toMatchObject({ thickness_mm: 20, process: "machine", count: 2 });
    expect(found?.plate).toEqual({ width_mm: 400, height_mm: 300, x_mm: 10, y_mm: 15 });
  });

  it("has two inches around it where nobody told the plate", () => {
    const plate = askedOf({ layout: { part } })?.plate;
    expect(plate?.x_mm).toBeCloseTo(50.8);
    expect(plate?.y_mm).toBeCloseTo(50.8);
    expect(plate?.width_mm).toBeCloseTo(201.6);
    expect(plate?.height_mm).toBeCloseTo(161.6);
  });

  it("keeps starts and stops by their place on the part, not on the plate", () => {
    const layout = {
      part,
      starts: [{ of: "outer", index: 0, at: [60, 20] }],
      stops: [{ of: "outer", at: [[110, 50]] }],
    };
    const found = askedOf({ layout });
    expect(Object.values(found?.starts ?? {})).toEqual([{ x_mm: 50, y_mm: 0 }]);
    expect(Object.values(found?.stops ?? {})).toEqual([[{ x_mm: 100, y_mm: 30 }]]);
  });

  it("is none where nothing is laid out", () => {
    expect(askedOf({ steel: { thickness_mm: 20 }, cut: {} })).toBeNull();
  });
});
