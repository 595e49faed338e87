import { describe, expect, it } from "vitest";
import { isHeatingHead, tipFrom, tipName, tipShort } from "./tip";

const owned = { bore_mm: 1.2, mark: "C", name: "1.2 mm flush" };

describe("a tip's name", () => {
  it("is the mark a hand reads on it, with its bore beside", () => {
    expect(tipName(owned, "metric")).toBe("C · 1.2 mm");
    expect(tipName(owned, "inch")).toBe("C · 1.2 mm · 0.047 in");
    expect(tipShort(owned)).toBe("C (1.2 mm)");
  });
  it("is its bore where nothing is stamped on it, or nothing is owned", () => {
    expect(tipName({ bore_mm: 1.2, mark: null }, "metric")).toBe("1.2 mm");
    expect(tipShort({ bore_mm: 0.8 })).toBe("0.8 mm");
    expect(tipShort({ bore_mm: 1.5, mark: "" })).toBe("1.5 mm");
  });
  it("is no bore where a heating head is on the torch", () => {
    const head = { bore_mm: 0, mark: "heating head" };
    expect(isHeatingHead(head) && !isHeatingHead(owned)).toBe(true);
    expect([tipName(head, "inch"), tipShort(head)]).toEqual(["heating head", "heating head"]);
    expect(tipName({ bore_mm: 0, mark: null }, "metric")).toBe("heating head");
  });
  it("says where it lies and whose chart it follows", () => {
    expect(tipFrom({ ...owned, by_chart: true, chart_from: "card from the box" })).toEqual([
      "drawer: 1.2 mm flush",
      "by its chart (card from the box)",
    ]);
    expect(tipFrom({ bore_mm: 1.2, by_chart: true })).toEqual(["by its maker's chart"]);
    expect(tipFrom({ bore_mm: 1.2, by_chart: false })).toEqual([]);
  });
});
