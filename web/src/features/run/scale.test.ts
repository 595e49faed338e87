import { beforeEach, expect, it, vi } from "vitest";
import { CARD, isMeasured, measure, pixelsPerMm } from "./scale";

const kept = new Map<string, string>();

beforeEach(() => {
  kept.clear();
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  });
});

it("takes a browser's own millimetre until the screen was measured", () => {
  // CSS Values 3: an inch is 96 pixels
  expect(pixelsPerMm()).toBeCloseTo(3.7795, 4);
  expect(isMeasured()).toBe(false);
});

it("keeps what a bank card on the screen told", () => {
  measure(428 / CARD.wide);
  expect(pixelsPerMm() * CARD.wide).toBeCloseTo(428);
  expect(isMeasured()).toBe(true);
  // ISO/IEC 7810: a card is 1.586 times as wide as high
  expect(CARD.wide / CARD.high).toBeCloseTo(1.586, 3);
});

it("is not led astray by what is no number", () => {
  for (const nonsense of ["", "wide", "-3", "0"]) {
    kept.set("galvanon.pixels-per-mm", nonsense);
    expect(pixelsPerMm()).toBeCloseTo(96 / 25.4);
  }
});
