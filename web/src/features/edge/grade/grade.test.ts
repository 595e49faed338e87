import { describe, expect, it } from "vitest";
import {
  askedOf,
  FIELDS,
  FLAGS,
  judgedAt,
  level,
  NOT_LOOKED,
  PLAIN,
  rangeWords,
  ruleWords,
  SLAG,
} from "./grade";

describe("a measured edge", () => {
  it("asks nothing that nobody measured", () => {
    const asked = askedOf(PLAIN);
    expect(asked.slag).toBeNull();
    const { thickness_mm, slag, sharp, tension, heavy_shape, ...measures } = asked;
    expect(Object.values(measures).every((value) => value === null)).toBe(true);
    expect([sharp, tension, heavy_shape]).toEqual([false, false, false]);
    expect(thickness_mm).toBeGreaterThan(0);
    expect(askedOf({ ...PLAIN, slag: "holds" }).slag).toBe("holds");
    expect(SLAG[0]?.value).toBe(NOT_LOOKED);
    for (const key of [...FIELDS, ...FLAGS].map(({ key }) => key))
      expect(PLAIN).toHaveProperty(key);
  });

  it("says which range it lies in, and when it lies beyond the last", () => {
    expect(rangeWords(null, 2, 5)).toBe("not measured");
    expect(rangeWords(0.4, 2, 5)).toBe("range 2");
    expect(rangeWords(9, null, 5)).toBe("beyond range 5");
  });

  it("marks what is to be done by how bad it is", () => {
    expect(["accept", "brush", "grind", "weld_or_reject"].map(level)).toEqual([
      "ok",
      "info",
      "caution",
      "stop",
    ]);
    expect(level("something new")).toBe("info");
    expect(ruleWords("gouge_or_notch")).toBe("gouge or notch");
  });

  it("finds of each rule the row that speaks", () => {
    const rule = (name: string) => ({ rule: name });
    const found = { rule: "gouge", row: 1, action: "grind" };
    const grade = { rules: [rule("gouge"), rule("roughness"), rule("gouge")], judgements: [found] };
    const at = (place: number) => judgedAt(grade as never, place);
    expect([at(0), at(1), at(2), at(7)]).toEqual([undefined, undefined, found, undefined]);
  });
});
