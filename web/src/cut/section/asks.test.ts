import { describe, expect, it } from "vitest";
import {
  FAMILIES,
  FIELDS,
  fieldsOf,
  isRound,
  isTube,
  leavesADrop,
  ownSizes,
  shownIn,
  sidesOf,
  sizesOf,
  turned,
  USUAL,
} from "./asks";

const taken = { radius_mm: 13, hole_length_mm: 41, hole_height_mm: 26 };
const nothing = { piece_mm: null, taken };

describe("what a cut of a shape is asked by", () => {
  it("has a field for each measure that a new cut begins with", () => {
    for (const [kind, usual] of Object.entries(USUAL)) {
      const asked = FIELDS[kind]?.map(({ key }) => key) ?? [];
      for (const key of Object.keys(usual)) expect(asked, kind).toContain(key);
    }
  });

  it("asks an angle in degrees and a length in millimetres", () => {
    for (const field of Object.values(FIELDS).flat())
      expect(field.kind === "angle").toBe(field.key.endsWith("_deg"));
  });

  it("asks each measure of a cut once, by a name of its own", () => {
    for (const [kind, fields] of Object.entries(FIELDS)) {
      expect(new Set(fields.map(({ key }) => key)).size, kind).toBe(fields.length);
      expect(new Set(fields.map(({ label }) => label)).size, kind).toBe(fields.length);
    }
  });

  it("shows what is taken where nothing is said, for measures that it asks", () => {
    const asked = new Set<string>(
      Object.values(FIELDS).flatMap((all) => all.map(({ key }) => key)),
    );
    for (const key of ["radius_mm", "offset_mm"]) expect(asked.has(key)).toBe(true);
    for (const { key } of FIELDS.access_hole ?? [])
      expect(shownIn({ kind: "access_hole" }, key, nothing), key).toBeGreaterThan(0);
  });
});

describe("a shape by its own sizes", () => {
  it("asks every family for something, each size once, by a name of its own", () => {
    for (const family of FAMILIES) {
      const sizes = sizesOf(family);
      expect(sizes[0]?.[0], family).toBe("depth_mm");
      expect(new Set(sizes.map(([size]) => size)).size).toBe(sizes.length);
      expect(new Set(sizes.map(([, label]) => label)).size).toBe(sizes.length);
    }
  });

  it("asks a round one for its diameter, a solid one for no wall, and flanges where there are some", () => {
    const names = (family: string) => sizesOf(family).map(([, label]) => label);
    expect(names("round_bar")).toEqual(["Diameter"]);
    expect(names("round_tube")).toEqual(["Diameter", "Wall"]);
    expect(names("flat")).toEqual(["Depth", "Width"]);
    expect(names("rectangular_tube")).toEqual(["Depth", "Width", "Wall"]);
    expect(names("channel")).toEqual(["Depth", "Width", "Web or leg", "Flange"]);
  });

  it("keeps what was typed when the family changes", () => {
    const typed = { family: "i", depth_mm: 300, width_mm: 150, web_mm: 9, flange_mm: 14 };
    expect(ownSizes("channel", typed)).toEqual({ ...typed, family: "channel" });
    const fresh = ownSizes("flat", null);
    expect(fresh.family).toBe("flat");
    for (const [size] of sizesOf("rectangular_tube")) expect(fresh[size]).toBeGreaterThan(0);
  });
});

describe("the fields of a cut", () => {
  it("of a round opening are its diameter and place, of a square one its sides", () => {
    const round = { kind: "web_opening", diameter_mm: 80 };
    expect(isRound(round)).toBe(true);
    expect(fieldsOf(round).map(({ key }) => key)).toEqual(["diameter_mm", "offset_mm"]);
    expect(fieldsOf({ kind: "web_opening", width_mm: 120 })).toBe(FIELDS.web_opening);
    expect(fieldsOf({ kind: "square" })).toEqual([]);
  });

  it("show what was said, else what is taken in its place", () => {
    expect(shownIn({ kind: "cope", radius_mm: 20 }, "radius_mm", nothing)).toBe(20);
    expect(shownIn({ kind: "cope" }, "radius_mm", nothing)).toBe(taken.radius_mm);
    const long = { piece_mm: 900, taken };
    expect(shownIn({ kind: "access_hole" }, "length_mm", long)).toBe(taken.hole_length_mm);
    expect(shownIn({ kind: "cope" }, "length_mm", long)).toBe(900);
    expect(shownIn({ kind: "saddle" }, "angle_deg", nothing)).toBe(90);
    expect(shownIn({ kind: "mitre" }, "angle_deg", nothing)).toBeNull();
  });

  it("show no radius that nobody told yet", () => {
    const unknown = { piece_mm: null, taken: null };
    expect(shownIn({ kind: "cope" }, "radius_mm", unknown)).toBeNull();
    expect(shownIn({ kind: "access_hole" }, "height_mm", unknown)).toBeNull();
    expect(shownIn({ kind: "web_opening" }, "offset_mm", unknown)).toBe(0);
  });

  it("of a cut along the shape show the whole piece until a length is said", () => {
    expect(shownIn({ kind: "split" }, "length_mm", { piece_mm: 2_400, taken })).toBe(2_400);
    expect(
      shownIn({ kind: "split", length_mm: 600 }, "length_mm", { piece_mm: 2_400, taken }),
    ).toBe(600);
    expect(shownIn({ kind: "split" }, "length_mm", { piece_mm: undefined, taken })).toBeNull();
  });

  it("ask for the drop only where something is cut off across", () => {
    expect(["square", "mitre", "bevel", "saddle"].every(leavesADrop)).toBe(true);
    expect(["cope", "access_hole", "web_opening", "strip", "split"].some(leavesADrop)).toBe(false);
  });
});

describe("the sides in reach", () => {
  const section = (more: object) =>
    ({ profile: "W12X26", ...more }) as unknown as Parameters<typeof sidesOf>[0];

  it("are those that are said, else all, else the near one where only one is reached", () => {
    expect(sidesOf(section({ sides: ["above"], access: "one_side" }))).toEqual(["above"]);
    expect(sidesOf(section({}))).toHaveLength(4);
    expect(sidesOf(section({ access: "one_side" }))).toEqual(["near"]);
    expect(sidesOf(null)).toHaveLength(4);
  });

  it("are touched on and off again", () => {
    expect(turned(["near"], "far")).toEqual(["near", "far"]);
    expect(turned(turned(["near"], "far"), "far")).toEqual(["near"]);
    expect(turned(["near"], "near")).toEqual([]);
  });
});

it("tubes are those that have an inside all round", () => {
  expect(["pipe", "round_tube", "rectangular_tube"].every(isTube)).toBe(true);
  expect(["i", "channel", "flat", "round_bar"].some(isTube)).toBe(false);
});
