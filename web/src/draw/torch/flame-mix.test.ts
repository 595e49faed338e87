import { describe, expect, it } from "vitest";
import { drawn, isWanted, mixed, shortFeather, withLever } from "./flame-mix";

const NEUTRAL = { carburising_below: 0.92, oxidising_above: 1.08, wanted: "neutral" };
const FEATHER = { ...NEUTRAL, wanted: "carburising" };

describe("the flame that two valves make", () => {
  it("is neutral where both are open alike, and out where no fuel comes", () => {
    for (const open of [0.2, 0.5, 0.8]) expect(mixed(open, open, NEUTRAL)).toBe("neutral");
    expect(mixed(0, 0.5, NEUTRAL)).toBe("out");
  });

  it("goes one way with oxygen: sooty, carburising, neutral, oxidising", () => {
    const seen = Array.from({ length: 60 }, (_, i) => mixed(0.5, i / 75, NEUTRAL));
    const order = [...new Set(seen)];
    expect(order).toEqual(["sooty", "carburising", "neutral", "oxidising"]);
    // no state comes back once it is left
    expect(seen.filter((state, i) => state !== seen[i - 1])).toHaveLength(order.length);
  });

  it("shows no soot for a fuel that makes none, and its star shrinks with oxygen", () => {
    const star = (oxygen: number) =>
      drawn("propane", 0.5, oxygen, mixed(0.5, oxygen, NEUTRAL)).star ?? 0;
    expect(drawn("propane", 0.5, 0.1, "sooty").soot).toBe(0);
    expect(drawn("acetylene", 0.5, 0.1, "sooty").soot).toBeGreaterThan(0);
    expect(star(0.3)).toBeGreaterThan(star(0.5));
    expect(star(0.5)).toBeGreaterThan(star(0.9));
  });
});

describe("the flame that is wanted", () => {
  it("is neutral, or a short feather where the shop runs one on rust", () => {
    expect(isWanted("neutral", 1, NEUTRAL)).toBe(true);
    expect(isWanted("carburising", 0.85, NEUTRAL)).toBe(false);
    expect(isWanted("carburising", 0.85, FEATHER)).toBe(true);
    expect(isWanted("neutral", 1, FEATHER)).toBe(false);
  });

  it("is no long feather, whatever the shop runs", () => {
    expect(isWanted("carburising", 0.5, FEATHER)).toBe(false);
    expect(isWanted("sooty", 0.2, FEATHER)).toBe(false);
  });

  it("is drawn as a flame that counts as right", () => {
    const ratio = shortFeather(FEATHER);
    const state = mixed(0.5, 0.5 * ratio, FEATHER);
    expect(isWanted(state, ratio, FEATHER)).toBe(true);
    expect(drawn("acetylene", 0.5, 0.5 * ratio, state).feather).toBeGreaterThan(0);
  });
});

describe("fuel alone", () => {
  it("has a window in which the soot stops before the flame lifts off", () => {
    const seen = Array.from({ length: 90 }, (_, i) => mixed(0.08 + i / 100, 0, NEUTRAL));
    expect([...new Set(seen)]).toEqual(["sooty", "soot_stops", "stands_off"]);
    expect(drawn("acetylene", 0.7, 0, "soot_stops").soot).toBe(0);
  });
});

describe("the lever", () => {
  it("takes oxygen from the flames: neutral with it up is no longer neutral with it down", () => {
    const oxygen = 0.47;
    expect(mixed(0.5, withLever(oxygen, false), NEUTRAL)).toBe("neutral");
    expect(mixed(0.5, withLever(oxygen, true), NEUTRAL)).toBe("carburising");
    // trimmed with it down it is neutral again
    expect(mixed(0.5, withLever(0.53, true), NEUTRAL)).toBe("neutral");
  });
});

describe("the slower gases", () => {
  it("differ from each other: natural gas has the longest cones", () => {
    const cone = (fuel: string) => drawn(fuel, 0.5, 0.5, "neutral").cone;
    const all = ["acetylene", "propylene", "propane", "natural_gas"].map(cone);
    expect([...all].sort((a, b) => a - b)).toEqual(all);
    expect(new Set(all).size).toBe(4);
  });
});
