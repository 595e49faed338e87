import { describe, expect, it } from "vitest";
import type { CutInput, CutPlan, CutPlanRequest, FieldError, Schemas } from "@/api/client";
import {
  cardFacts,
  facts,
  inFull,
  lineFacts,
  moved,
  nameOf,
  nextBurn,
  noteKey,
  partFacts,
  quietOf,
  ROWS,
  sectionFacts,
  setOf,
  stayKey,
  thicknessOf,
  wantedOf,
  withChange,
} from "./model";

describe("the cut in the reader's words", () => {
  const request = {
    steel: { thickness_mm: 19.05, surface: "light_rust", back_surface: "clean" },
    cut: { length_mm: 914.4, process: "guided", count: 4, start: "edge", bevel_deg: 0 },
    gas: { fuel: "propane" },
  } as CutPlanRequest;

  it("says what is out of the usual and nothing else", () => {
    expect(facts(request, "inch")).toBe("4× 3/4 in plate · 36 in · guided · light rust");
    expect(facts(request, "metric")).toBe("4× 19.1 mm plate · 914 mm · guided · light rust");
  });
});

describe("other work in the reader's words", () => {
  const bolts = {
    steel: { heat_number: "H 4471" },
    cut: { count: 6 },
    gas: { fuel: "acetylene" },
    work: { kind: "fastener", fastener: "nut", diameter_mm: 20, save: "both" },
  } as unknown as CutPlanRequest;

  it("is told by what is done, how often, and of which heat; no plate is made up", () => {
    expect(facts(bolts, "metric")).toBe("6× nut off, 20 mm · thread and plate saved · heat H 4471");
    expect(facts({ ...bolts, cut: {} as CutPlanRequest["cut"] }, "metric")).toMatch(/^nut off/);
  });

  it("changes as a whole: a measure of one kind does not stay with another", () => {
    const changed = withChange(bolts as CutInput, { work: { kind: "gouge", depth_mm: 5 } });
    expect(changed.work).toEqual({ kind: "gouge", depth_mm: 5 });
    expect(changed.cut).toEqual({ count: 6 });
  });

  it("names a heat with plate too", () => {
    const plate = {
      steel: { thickness_mm: 12.7, heat_number: "88A" },
      cut: { length_mm: 304.8, process: "guided" },
    } as CutPlanRequest;
    expect(facts(plate, "inch")).toBe("1/2 in plate · 12 in · guided · heat 88A");
  });
});

describe("what a line or a card sets, in short", () => {
  const card = { bore_mm: 1.2, mark: "C7", oxygen_pressure_kpa: 207, travel_speed_mm_min: 406.4 };
  const plan = (tip: object, set: object) =>
    ({ tip, travel_speed_mm_min: { set: 406.4 }, line_total: { time_s: 90 }, ...set }) as CutPlan;

  it("names tip, oxygen and pace", () => {
    expect(cardFacts(card, "inch")).toBe("tip C7 · 1.2 mm · 0.047 in, oxygen 30 psi, 16 in/min");
    const band = { low: 190, set: 207, high: 220 };
    const line = lineFacts(plan(card, { oxygen_pressure_kpa: band }), "inch");
    expect(line).toMatch(/^tip C7 \(1\.2 mm\) · O₂ 30 psi · 16 in\/min · 1 min 30 s$/);
  });
  it("leaves out a pressure that is not there, and of a heating head all but its name and time", () => {
    expect(cardFacts({ ...card, oxygen_pressure_kpa: null }, "inch")).not.toContain("psi");
    const head = { bore_mm: 0, mark: "heating head" };
    expect(cardFacts({ ...card, ...head }, "inch")).toBe("heating head");
    expect(lineFacts(plan(head, { oxygen_pressure_kpa: null }), "inch")).toBe(
      "heating head · 1 min 30 s",
    );
  });
});

describe("where the next burn is expected", () => {
  const pace = ROWS.flat().find((row) => row.quantity === "travel_speed_mm_min");
  const expected = {
    travel_speed_mm_min: { low: 254, set: 300, high: 355.6, n: 14, from: "class" },
    kerf_mm: null,
  } as Schemas["Expected"];

  it("stands beside the handbook's band in the reader's units, with the burns behind it", () => {
    if (!pace) throw new Error("no row of the pace");
    expect(nextBurn(expected, pace, "inch")).toBe("this shop's next burn 10 to 14 in/min, n = 14");
    expect(nextBurn(expected, pace, "metric")).toContain("254 to 356 mm/min");
  });

  it("says nothing where burns tell nothing, and nothing of what is not learned", () => {
    for (const row of ROWS.flat().filter((each) => each !== pace))
      expect(nextBurn(expected, row, "inch")).toBeNull();
  });
});

describe("a part in the reader's words", () => {
  const outer = {
    closed: true,
    start: [0, 0],
    segments: [{ to: [101.6, 0] }, { to: [101.6, 152.4] }, { to: [0, 152.4] }, { to: [0, 0] }],
  };

  it("is named, measured, and its holes counted", () => {
    expect(partFacts({ name: "lug", outer, holes: [outer] }, "inch")).toEqual([
      "lug 4 in × 6 in",
      "1 hole",
    ]);
    expect(partFacts({ outer, holes: [outer, outer] }, "metric")).toEqual([
      "part 102 mm × 152 mm",
      "2 holes",
    ]);
    expect(partFacts({ outer }, "inch")).toHaveLength(1);
  });

  it("stands in a cut's facts with its plate, and without a length", () => {
    const request = {
      steel: { thickness_mm: 12.7 },
      cut: { process: "guided", count: 6 },
      gas: { fuel: "acetylene" },
      layout: { part: { name: "lug", outer } },
    } as CutPlanRequest;
    expect(facts(request, "inch")).toBe("6× lug 4 in × 6 in · 1/2 in plate · guided");
  });
});

describe("changes", () => {
  it("of one way of a layout leave its part", () => {
    const part = { outer: { closed: true, start: [0, 0], segments: [] } };
    const input = { layout: { part, order: "cool" } };
    expect(withChange(input, { layout: { order: "near" } })).toEqual({
      layout: { part, order: "near" },
    });
  });

  it("are laid over part by part", () => {
    const input = { steel: { thickness_mm: 10 }, cut: { length_mm: 100 } };
    expect(withChange(input, { steel: { surface: "paint" }, gas: { fuel: "propane" } })).toEqual({
      steel: { thickness_mm: 10, surface: "paint" },
      cut: { length_mm: 100 },
      gas: { fuel: "propane" },
    });
  });

  it("too small to print are none", () => {
    expect(moved(10, 10.01)).toBe(false);
    expect(moved(10, 10.2)).toBe(true);
    expect(stayKey("travel_speed_mm_min")).toBe("travel_speed");
  });
});

describe("a shape in the reader's words", () => {
  const section = (more: object) => more as unknown as Schemas["SectionWire"];

  it("is its mark in capitals, its cut, and the piece it is cut from", () => {
    const beam = section({ profile: "w12x26", cut: { kind: "square" }, piece_length_mm: 6096 });
    expect(sectionFacts(beam, "inch")).toEqual(["W12X26", "square cut", "240 in"]);
    const mitre = section({ profile: "L4X4X3/8", cut: { kind: "mitre", angle_deg: 45 } });
    expect(sectionFacts(mitre, "inch")).toEqual(["L4X4X3/8", "mitre 45°"]);
  });

  it("names what was never rolled by its sizes, and the inside where it is not clean", () => {
    const own = section({
      custom: { family: "plate_girder", depth_mm: 508, width_mm: 203.2, web_mm: 9.525 },
      cut: { kind: "cope", depth_mm: 38.1, length_mm: 127 },
      inside_surface: "heavy_rust",
    });
    const said = sectionFacts(own, "inch");
    expect(said[0]).toMatch(/20 in × 8 in × 3\/8 in$/);
    expect(said.slice(1)).toEqual(["cope", "1-1/2 in × 5 in", "inside heavy rust"]);
  });

  it("that does not plan is what was typed", () => {
    const view = { line: { typed: "2x W12x26 squre" }, request: null };
    expect(nameOf(view as Parameters<typeof nameOf>[0], "inch")).toBe("2x W12x26 squre");
  });
});

describe("the settings", () => {
  it("show each number of a plan once", () => {
    const shown = ROWS.flat().map(({ quantity }) => quantity);
    expect(new Set(shown).size).toBe(shown.length);
  });

  it("tell one note of oxygen from the same of the fuel", () => {
    const note = (code: string, word?: string) =>
      ({ code, values: word ? { gas: { word } } : {} }) as unknown as CutPlan["notes"][number];
    const all = [note("runs_out", "oxygen"), note("runs_out", "acetylene"), note("runs_out")];
    expect(new Set(all.map(noteKey)).size).toBe(3);
  });

  it("have a set point within a band or by itself", () => {
    expect([setOf(12), setOf({ low: 9, set: 12, high: 16 })]).toEqual([12, 12]);
  });
});

describe("what must be heeded", () => {
  const note = (level: string, code: string) => ({ level, code });
  it("shows every stop, and cautions in brief beside one", () => {
    const all = [note("caution", "a"), note("stop", "b"), note("info", "c"), note("stop", "d")];
    const { full, brief } = inFull(all);
    expect(full.map((each) => each.code)).toEqual(["b", "d"]);
    expect(brief.map((each) => each.code)).toEqual(["a"]);
  });
  it("shows the first caution in full where nothing is stopped", () => {
    const { full, brief } = inFull([note("caution", "a"), note("caution", "b"), note("info", "c")]);
    expect([full.length, full[0]?.code, brief[0]?.code]).toEqual([1, "a", "b"]);
    expect(inFull([note("info", "c")])).toEqual({ full: [], brief: [] });
  });
});

describe("a cut while its plan is under way", () => {
  const request = {
    steel: { thickness_mm: 20, surface: "clean" },
    cut: { length_mm: 500, count: 2 },
    gas: { fuel: "propane" },
  } as CutPlanRequest;

  it("is the planned one with what was typed since, other parts left alone", () => {
    const wanted = wantedOf(request, { steel: { thickness_mm: 30 }, gas: { fuel: "natural_gas" } });
    expect(wanted).toMatchObject({
      steel: { thickness_mm: 30, surface: "clean" },
      cut: { length_mm: 500, count: 2 },
      gas: { fuel: "natural_gas" },
    });
    expect("section" in wanted || "work" in wanted).toBe(false);
  });

  it("keeps shape and work of the plan where nothing newer was typed of them", () => {
    const shape = { profile: "W12X26", turning: true };
    const work = { kind: "heat", minutes: 5 };
    const of = { ...request, section: shape, work } as unknown as CutPlanRequest;
    const wanted = wantedOf(of, { section: { profile: "W8X31" } } as CutInput);
    expect(wanted.section).toEqual({ profile: "W8X31", turning: true });
    expect(wanted.work).toBe(work);
    const other = { kind: "heat", minutes: 9 };
    expect(wantedOf(of, { work: other } as unknown as CutInput).work).toBe(other);
  });

  it("is drawn as thick as wanted, but for a thickness that was refused", () => {
    const wanted = wantedOf(request, { steel: { thickness_mm: 9000 } });
    const error = (path: string) => ({ path }) as unknown as FieldError;
    expect(thicknessOf({ request, wanted, errors: [] })).toBe(9000);
    expect(thicknessOf({ request, wanted, errors: [error("cut.length_mm")] })).toBe(9000);
    expect(thicknessOf({ request, wanted, errors: [error("steel.thickness_mm")] })).toBe(20);
  });
});

it("says in passing what is neither stop nor caution", () => {
  const notes = ["info", "stop", "caution", "info"].map((level, i) => ({ level, code: `n${i}` }));
  const quiet = quietOf(notes as unknown as CutPlan["notes"]);
  expect(quiet.map(({ code }) => code)).toEqual(["n0", "n3"]);
});
