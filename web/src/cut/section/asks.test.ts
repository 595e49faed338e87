import { describe, expect, it } from "vitest";
import { FIELDS, HOLE, TAKEN, USUAL } from "./asks";

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
