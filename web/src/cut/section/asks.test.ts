import { describe, expect, it } from "vitest";
import {
  FAMILIES,
  FIELDS,
  fieldsOf,
  HOLE,
  isRound,
  leavesADrop,
  ownSizes,
  shownIn,
  sizesOf,
  TAKEN,
  USUAL,
} from "./asks";

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
    for (const key of [...Object.keys(TAKEN), ...Object.keys(HOLE)])
      expect(asked.has(key)).toBe(true);
    expect(Object.keys(HOLE).sort()).toEqual(FIELDS.access_hole?.map(({ key }) => key).sort());
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
    expect(shownIn({ kind: "cope", radius_mm: 20 }, "radius_mm", null)).toBe(20);
    expect(shownIn({ kind: "cope" }, "radius_mm", null)).toBe(TAKEN.radius_mm);
    expect(shownIn({ kind: "access_hole" }, "length_mm", 900)).toBe(HOLE.length_mm);
    expect(shownIn({ kind: "saddle" }, "angle_deg", null)).toBe(90);
    expect(shownIn({ kind: "mitre" }, "angle_deg", null)).toBeNull();
  });

  it("of a cut along the shape show the whole piece until a length is said", () => {
    expect(shownIn({ kind: "split" }, "length_mm", 2_400)).toBe(2_400);
    expect(shownIn({ kind: "split", length_mm: 600 }, "length_mm", 2_400)).toBe(600);
    expect(shownIn({ kind: "split" }, "length_mm", undefined)).toBeNull();
  });

  it("ask for the drop only where something is cut off across", () => {
    expect(["square", "mitre", "bevel", "saddle"].every(leavesADrop)).toBe(true);
    expect(["cope", "access_hole", "web_opening", "strip", "split"].some(leavesADrop)).toBe(false);
  });
});
