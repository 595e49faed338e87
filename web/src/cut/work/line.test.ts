import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { AT_FIRST, MEASURES, requestOf, type Said, type WorkKind } from "./kinds";
import { askedAfter, cutStage, lineOf, measuresOf, saidOf, workFacts } from "./line";

const bolts: Schemas["WorkRequest"] = {
  kind: "fastener",
  fastener: "bolt_head",
  diameter_mm: 19.05,
  save: "stud",
  rusted: true,
  coated: "none",
};
const bar: Schemas["WorkRequest"] = {
  kind: "wash",
  thickness_mm: 9.525,
  width_mm: 38.1,
  length_mm: 609.6,
};

describe("a work as a line of a job", () => {
  it("is called as a hand calls it, in the reader's units", () => {
    expect(workFacts(bolts, "inch")).toEqual(["bolt head off, 3/4 in", "rusted", "thread saved"]);
    expect(workFacts(bar, "inch")).toEqual(["wash off bar 3/8 in × 1-1/2 in", "24 in"]);
    expect(workFacts(bar, "metric")[1]).toBe("610 mm");
    const rail = { kind: "rail", length_mm: 2438.4, thickness_mm: 12.7, highest_mm: 3 };
    expect(workFacts(rail, "metric").at(-1)).toBe("over 3 mm");
    expect(workFacts({ ...rail, highest_mm: 0 }, "metric")).toHaveLength(2);
  });

  it("names a head only where it is not the usual one, and a circle by what is kept of it", () => {
    expect(workFacts({ ...bolts, head: "hex" }, "inch")).toHaveLength(3);
    expect(workFacts({ ...bolts, head: "countersunk" }, "inch")[1]).toBe("countersunk head");
    const circle = { kind: "circle", diameter_mm: 304.8, thickness_mm: 12.7, kept: "hole" };
    expect(workFacts(circle, "inch")).toEqual([
      "hole 12 in across",
      "1/2 in plate",
      "round a pivot",
    ]);
    expect(workFacts({ ...circle, turned: "carriage" }, "inch")[2]).toContain("radius bar");
  });

  it("draws a sunk head whose thread is saved as sunk", () => {
    const stage = (code: string) => ({ code }) as Schemas["StageWire"];
    expect(cutStage([stage("fastener_heat"), stage("wash_to_thread")])).toBe("fastener_sunk");
    expect(cutStage([stage("fastener_slices"), stage("wash_to_thread")])).toBe("fastener_slices");
    expect(cutStage([stage("gouge_run")])).toBe("");
  });

  it("says the same once it was read back and changed by nothing", () => {
    for (const kind of Object.keys(MEASURES) as WorkKind[]) {
      const said: Said = { ...AT_FIRST, kind };
      const asked = requestOf(said);
      expect(asked).not.toBeNull();
      const again = saidOf(asked as Schemas["WorkRequest"], said.fuel);
      expect(requestOf(again)).toEqual(asked);
    }
  });

  it("says of a heating how hot, with what head, and how long", () => {
    const heat = { kind: "heat", flow_l_min: 40, temperature_c: 600, spell_s: 900 };
    expect(workFacts(heat, "metric")).toEqual([
      "heat to 600 °C",
      "head of 40 l/min fuel",
      "15 min",
    ]);
    const bare = { kind: "heat", flow_l_min: 40 };
    expect(workFacts(bare, "metric")).toEqual(["heat", "head of 40 l/min fuel", "10 min"]);
    expect(lineOf({ ...AT_FIRST, kind: "heat" })?.work).toMatchObject({
      kind: "heat",
      spell_s: 600,
    });
  });

  it("holds gas beside the work", () => {
    const line = lineOf({ ...AT_FIRST, kind: "gouge", fuel: "propane" });
    expect(line).toMatchObject({ gas: { fuel: "propane" }, work: { kind: "gouge" } });
    expect(line?.work).not.toHaveProperty("gas");
  });

  it("measures the drawing by what is asked and what the stages set", () => {
    const stage = (code: string, settings: object) =>
      ({ code, settings }) as unknown as Schemas["StageWire"];
    const stages = [
      stage("fastener_free", {}),
      stage("fastener_slices", { across: { kind: "gap", numbers: [28.6] } }),
    ];
    expect(measuresOf(bolts, stages)).toMatchObject({ diameter_mm: 19.05, across: 28.6 });
    expect(cutStage(stages)).toBe("fastener_slices");
    expect(cutStage([stage("wash_run", {})])).toBe("");
  });

  it("asks afterwards what was to be spared, and nothing where nothing was", () => {
    expect(askedAfter(bolts)).toBe("thread");
    expect(askedAfter({ ...bolts, save: "none" })).toBeNull();
    expect(askedAfter({ ...bolts, save: "both" })).toBe("both");
    expect(askedAfter(bar)).toBe("base");
    expect(askedAfter({ kind: "gouge" })).toBe("depth");
    expect(askedAfter({ kind: "rail" })).toBeNull();
  });
});

it("has a piece that is weighed by its shape back as it was said", () => {
  const beam = { name: "beam", mass_kg: null, held_by: "", profile: "W12x26", long_mm: 6096 };
  const before: Said = { ...AT_FIRST, kind: "take_apart", pieces: [beam] };
  const request = requestOf(before);
  if (request === null) throw new Error("it is whole");
  expect(saidOf(request, "acetylene").pieces).toEqual([beam]);
});
