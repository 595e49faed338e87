import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { meets } from "@/text/synonyms";
import { PLACES } from "./places";

/** The names of the places that a search finds, as Find looks for them. */
const found = (asked: string) =>
  PLACES.filter(({ text, holds }) => meets(`${text} ${holds}`, asked)).map(({ text }) => text);

describe("a place is found by what somebody wants to do", () => {
  it.each([
    ["template", "Today"],
    ["nest", "Jobs"],
    ["manifold", "Jobs"],
    ["emergency", "Jobs"],
    ["dxf", "Layout"],
    ["gouge", "Other work"],
    ["dross", "Edge: Find the cause"],
    ["backfire", "Edge: Flame and torch"],
    ["went out", "Edge: Lost cut"],
    ["magnet", "Steel: Unknown piece"],
    ["bottle", "Rack"],
    ["order", "Record: Due and to order"],
    ["units", "Shop"],
    ["cost of oxygen", "Shop: Prices"],
    ["pin", "Your account"],
  ])("%s leads to %s", (asked, place) => {
    expect(found(asked)).toContain(place);
  });

  it("and every page that is named at the top is there under its name", () => {
    for (const page of [
      "Today",
      "Jobs",
      "Layout",
      "work",
      "Edge",
      "Record",
      "Steel",
      "Rack",
      "Shop",
    ])
      expect(found(page).length, page).toBeGreaterThan(0);
    const names = PLACES.map(({ text }) => text);
    expect(new Set(names).size).toBe(names.length);
  });
});

it("a place within a page is one that the page knows", () => {
  const page = (feature: string) => readFileSync(`src/features/${feature}/Page.tsx`, "utf8");
  const [edge, record] = [page("edge"), page("record")];
  const [steel, shop] = [page("steel"), page("shop")];
  for (const { text, where } of PLACES) {
    const [, part] = text.split(": ");
    // a place is called as its page calls it; parts of the record have their names from the same words
    if (part && where.to !== "/record") expect(edge + steel + shop, text).toContain(part);
    if (where.to === "/edge") expect(edge, text).toContain(`key: "${where.search.tab}"`);
    if (where.to === "/record") expect(record, text).toContain(`value: "${where.search.part}"`);
    if (where.to === "/steel") expect(steel, text).toContain(`value="${where.hash}"`);
    if (where.to === "/shop") expect(shop, text).toContain(`id="${where.hash}"`);
  }
});
