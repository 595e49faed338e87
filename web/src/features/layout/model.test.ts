import { describe, expect, it } from "vitest";
import { MEASURES, SHAPES } from "@/text/layout";
import { askedOf, lineInput, relaid } from "./line";
import {
  fileRequest,
  formatOf,
  laidOn,
  MEASURES_OF,
  nameOfPart,
  nearestRim,
  pathsRequest,
  roomFor,
  shapeRequest,
  startKey,
  USUAL,
  usualHoles,
  usualMeasures,
  withShape,
  withTyped,
} from "./model";

const BOX = { left: 0, bottom: 0, right: 100, top: 150 };

describe("a layout as a line of a job", () => {
  const outer = { closed: true, start: [0, 0], segments: [{ to: [9, 0] }, { to: [0, 0] }] };
  const part = { name: "", outer, holes: [], cuts: [] };
  const plan = { steel: { thickness_mm: 12.7 }, cut: { length_mm: 500 } } as never;

  it("says part, plate and ways of its own, and leaves gas and gear to the job", () => {
    const asked = { ...USUAL, count: 6, order: "near" };
    const body = pathsRequest(asked, part, plan, { edge: "left", gap: 25 });
    const input = lineInput(asked, body);
    expect(input.steel).toEqual({ thickness_mm: 12.7 });
    expect(input.cut).toEqual({ process: "guided", count: 6 });
    expect(input.layout).toMatchObject({
      order: "near",
      at_edge: ["left"],
      rim_mm: 25,
      plate_mm: [406.4, 304.8],
      part: { name: "lug", outer },
    });
    expect(Object.keys(input.layout)).not.toContain("plan");
  });

  it("is called by its file, or by the name its drawing has", () => {
    const file = { name: "bracket.dxf", format: "dxf" as const, text: "" };
    const body = pathsRequest(USUAL, part, plan, null);
    expect(lineInput({ ...USUAL, file }, body).layout.part.name).toBe("bracket.dxf");
    const named = { ...body, part: { ...part, name: "P-17" } };
    expect(lineInput({ ...USUAL, file }, named).layout.part.name).toBe("P-17");
  });
});

describe("a line laid out anew", () => {
  const outer = {
    closed: true,
    start: [60, 40],
    segments: [{ to: [160, 40] }, { to: [160, 190] }, { to: [60, 190] }, { to: [60, 40] }],
  };
  const layout = { part: { name: "bar", outer }, datum: [10, 15], plate_mm: [400, 300] };
  const input = { steel: { thickness_mm: 19 }, cut: { process: "machine", count: 4 }, layout };

  it("begins from what the line keeps: its plate, its place, its starts", () => {
    const starts = [{ of: "hole", index: 1, at: [75, 60] }];
    const asked = askedOf({ ...input, layout: { ...layout, starts, order: "near" } });
    expect(asked).toMatchObject({
      fixed: layout.part,
      thickness_mm: 19,
      process: "machine",
      count: 4,
      order: "near",
      plate: { width_mm: 400, height_mm: 300, x_mm: 50, y_mm: 25 },
      starts: { "hole 1": { x_mm: 15, y_mm: 20 } },
    });
    expect(askedOf({ steel: { thickness_mm: 19 } })).toBeNull();
  });

  it("comes back as it went when it was drawn from a shape", () => {
    const asked = { ...withShape(USUAL, "base_plate"), count: 3, order: "near" };
    const square = { name: "base plate", outer, holes: [], cuts: [] };
    const laid = laidOn(square, asked.plate);
    const plan = { steel: {}, cut: {} } as never;
    const sent = lineInput(asked, pathsRequest(asked, laid, plan, null));
    expect(askedOf(sent)).toEqual(asked);
  });

  it("keeps stops where a person wants them, ties, and no marks of its own", () => {
    const stops = { "outer 0": [{ x_mm: 5, y_mm: 0 }], "hole 0": [] };
    const asked = { ...USUAL, stops, tabs: "none" };
    const marking = { line: "on", hatched: "kept", punch_straight_mm: 25, punch_curve_mm: 10 };
    const plan = { steel: {}, cut: {} } as never;
    const part = laidOn({ name: "", outer, holes: [], cuts: [] }, asked.plate);
    const body = pathsRequest(asked, part, plan, null, marking);
    expect(body.marking).toEqual(marking);
    const at = [asked.plate.x_mm + 5, asked.plate.y_mm];
    expect(body.stops).toContainEqual({ of: "outer", index: 0, at: [at] });
    const { layout } = lineInput(asked, body);
    expect(Object.keys(layout)).not.toContain("marking");
    expect(Object.keys(layout)).not.toContain("strips");
    expect(askedOf(lineInput(asked, body))).toMatchObject({ stops, tabs: "none" });
  });

  it("gives a part whose plate nobody told room to lie", () => {
    const { plate } = askedOf({ layout: { part: layout.part } }) ?? USUAL;
    expect(plate.width_mm - plate.x_mm).toBeGreaterThan(100);
    expect(Math.min(plate.x_mm, plate.y_mm)).toBeGreaterThan(0);
  });

  it("keeps what else the line says, and drops what the layout no longer says", () => {
    const old = {
      ...input,
      gas: { fuel: "propane" },
      steel: { thickness_mm: 19, surface: "light_rust" },
      layout: { ...layout, at_edge: ["left"], lifting_limit_kg: 40 },
    };
    const next = { steel: { thickness_mm: 25 }, cut: { process: "guided", count: 1 }, layout };
    expect(relaid(old, next)).toEqual({
      gas: { fuel: "propane" },
      steel: { thickness_mm: 25, surface: "light_rust" },
      cut: { process: "guided", count: 1 },
      layout: { ...layout, lifting_limit_kg: 40 },
    });
  });
});

describe("what is asked of a layout", () => {
  it("takes the nearest rim, and none where the part hangs over", () => {
    const plate = { width_mm: 400, height_mm: 300, x_mm: 60, y_mm: 25 };
    expect(nearestRim(BOX, plate)).toEqual({ edge: "bottom", gap: 25 });
    expect(nearestRim(BOX, { ...plate, x_mm: 290 })).toEqual({ edge: "right", gap: 10 });
    expect(nearestRim(BOX, { ...plate, x_mm: 301 })).toBeNull();
    expect(nearestRim({ left: -50, bottom: -50, right: 50, top: 100 }, plate)?.gap).toBe(25);
  });

  it("lays a part with its lower left where it was typed, arcs with it", () => {
    const half = {
      closed: true,
      start: [0, 0],
      segments: [{ to: [20, 0] }, { to: [0, 0], centre: [10, 0], turn: "left" }],
    };
    const part = { name: "", outer: half, holes: [], cuts: [] };
    const laid = laidOn(part, { width_mm: 400, height_mm: 300, x_mm: 30, y_mm: 40 });
    expect(laid.outer.start).toEqual([30, 40]);
    expect(laid.outer.segments[1]?.centre).toEqual([40, 40]);
  });

  it("cuts strips wider by what the sander takes, and marks as many as are wanted", () => {
    const measures = { width_mm: 300, height_mm: 38, sanded_mm: 1.5 };
    const asked = { ...USUAL, shape: "strip", measures, count: 4 };
    expect(shapeRequest(asked)).toMatchObject({ width_mm: 300, height_mm: 39.5 });
    expect(Object.keys(shapeRequest(asked))).not.toContain("sanded_mm");
    const outer = { closed: true, start: [0, 0], segments: [] };
    const part = { name: "", outer, holes: [], cuts: [] };
    expect(pathsRequest(asked, part, {} as never, null).strips).toEqual({
      count: 4,
      plate_mm: USUAL.plate.height_mm,
    });
    expect(Object.keys(fileRequest(pathsRequest(asked, part, {} as never, null)))).not.toContain(
      "strips",
    );
    expect(pathsRequest(USUAL, part, {} as never, null).strips).toBeUndefined();
  });

  it("moves starts by hand with the part", () => {
    const asked = { ...USUAL, starts: { [startKey("hole", 1)]: { x_mm: 5, y_mm: 6 } } };
    const plate = { ...USUAL.plate, x_mm: 100, y_mm: 50 };
    const part = {
      name: "",
      outer: { closed: true, start: [0, 0], segments: [] },
      holes: [],
      cuts: [],
    };
    const plan = {} as Parameters<typeof pathsRequest>[2];
    const body = pathsRequest({ ...asked, plate }, part, plan, null);
    expect(body.starts).toEqual([{ of: "hole", index: 1, at: [105, 56] }]);
    expect(withShape(asked, "disc").starts).toEqual({});
  });

  it("sends a shape's own measures and no other's", () => {
    const lug = withShape(USUAL, "lug");
    const ring = {
      ...withShape(USUAL, "ring"),
      measures: { ...lug.measures, diameter_mm: 90, inner_diameter_mm: 30 },
    };
    expect(shapeRequest(ring)).toEqual({
      shape: "ring",
      diameter_mm: 90,
      inner_diameter_mm: 30,
      holes: [],
    });
  });

  it("takes a typed part whole, and keeps what the line does not say", () => {
    const shape = {
      shape: "lug",
      width_mm: 90,
      height_mm: 120,
      hole_diameter_mm: 20,
      hole_edge_mm: 30,
    };
    const lug = withTyped({ ...USUAL, count: 3 }, { shape, thickness_mm: 20, count: null });
    expect([lug.shape, lug.thickness_mm, lug.count, lug.measures.hole_edge_mm]).toEqual([
      "lug",
      20,
      3,
      30,
    ]);
    const plate = { shape: "base_plate", width_mm: 200, height_mm: 100, hole_diameter_mm: 40 };
    const held = withTyped(USUAL, { shape: plate, thickness_mm: null, count: 4 });
    expect(held.holes).toEqual([{ x_mm: 100, y_mm: 50, diameter_mm: 40 }]);
    expect(held.measures.hole_diameter_mm).toBeUndefined();
    const gusset = withTyped(USUAL, {
      shape: { ...plate, shape: "gusset" },
      thickness_mm: null,
      count: null,
    });
    expect(gusset.holes[0]?.x_mm).toBeCloseTo(200 / 3);
    const strip = { shape: "strip", width_mm: 38, height_mm: 610 };
    const laid = withTyped(USUAL, { shape: strip, thickness_mm: 9.5, count: 5 });
    expect(laid.measures).toEqual({ width_mm: 610, height_mm: 38 });
    // it does not hang over: 610 and the room on both sides
    expect(laid.plate).toEqual({ ...USUAL.plate, width_mm: 610 + 2 * USUAL.plate.x_mm });
    expect(withTyped(USUAL, { shape: {}, thickness_mm: null, count: null })).toBe(USUAL);
  });

  it("begins a base plate with holes, and keeps none of them in a disc", () => {
    const plate = withShape(USUAL, "base_plate");
    expect(plate.holes).toEqual(usualHoles("base_plate"));
    expect(plate.holes.length).toBe(2);
    expect(shapeRequest({ ...withShape(USUAL, "disc"), holes: plate.holes }).holes).toEqual([]);
  });

  it("knows the two kinds of drawing by their names", () => {
    expect(["a.DXF", "b.svg", "c.pdf", "svg"].map(formatOf)).toEqual(["dxf", "svg", null, "svg"]);
  });

  it("has words for every shape and measure", () => {
    for (const [shape, measures] of Object.entries(MEASURES_OF)) {
      expect(SHAPES[shape], shape).toBeDefined();
      for (const { field } of measures) expect(MEASURES[field], field).toBeDefined();
    }
  });
});

describe("a shape that is begun", () => {
  it("has a number for each measure that its form shows, and lies within its plate", () => {
    for (const shape of Object.keys(SHAPES)) {
      const usual = usualMeasures(shape);
      const asked = (MEASURES_OF[shape] ?? []).map(({ field }) => field);
      for (const field of Object.keys(usual)) expect(asked, shape).toContain(field);
      const plate = roomFor(USUAL.plate, usual);
      const { diameter_mm: across = 0, width_mm: wide = across, height_mm: high = across } = usual;
      expect(plate.width_mm - plate.x_mm, shape).toBeGreaterThanOrEqual(wide);
      expect(plate.height_mm - plate.y_mm, shape).toBeGreaterThanOrEqual(high);
    }
    expect(usualMeasures("no such shape")).toEqual({});
  });

  it("never makes a plate smaller, and keeps where the part lies", () => {
    const plate = { width_mm: 1000, height_mm: 500, x_mm: 20, y_mm: 30 };
    expect(roomFor(plate, { width_mm: 100, height_mm: 80 })).toEqual(plate);
    const larger = roomFor(plate, { width_mm: 990, height_mm: 480 });
    // as much room on the far side as on the near one
    expect(larger).toEqual({ width_mm: 1030, height_mm: 540, x_mm: 20, y_mm: 30 });
    expect(roomFor(plate, { diameter_mm: 980 })).toMatchObject({ width_mm: 1020, height_mm: 1040 });
  });

  it("is called by its own name, else by its file, else by its shape", () => {
    const file = { name: "gate.dxf" } as NonNullable<typeof USUAL.file>;
    expect(nameOfPart({ shape: "lug", file: null }, { name: "L1" })).toBe("L1");
    expect(nameOfPart({ shape: "lug", file }, { name: "" })).toBe("gate.dxf");
    const bare = nameOfPart({ shape: "base_plate", file: null }, { name: "" });
    expect(bare).toBe((SHAPES.base_plate ?? "").toLowerCase());
    expect(bare).not.toContain("_");
  });
});
