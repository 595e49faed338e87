import { describe, expect, it } from "vitest";
import type { Cut } from "../model";
import { askedOf, isReady, OPEN, SLAG, type Told, UNSEEN } from "./told";

const told: Told = { ...OPEN, through: "yes", scrap: "left", finished: "no" };
const cut = { thickness: 19.05, fuel: "acetylene", process: "guided" } as unknown as Cut;

describe("what is told of a cut that went out", () => {
  it("is enough once it is known how far, where the scrap is, and what the edge is for", () => {
    expect(isReady(OPEN)).toBe(false);
    expect(isReady(told)).toBe(true);
    for (const open of ["through", "scrap", "finished"])
      expect(isReady({ ...told, [open]: "" })).toBe(false);
    // which way the slag went may stay unknown
    expect(isReady({ ...told, slag: "" })).toBe(true);
  });

  it("asks nothing that nobody saw or knows", () => {
    for (const slag of ["", UNSEEN]) expect(askedOf({ ...told, slag }, cut).slag).toBeNull();
    expect(askedOf({ ...told, slag: "up" }, cut).slag).toBe("up");
    expect(SLAG.map(({ value }) => value)).toContain(UNSEEN);
    const asked = askedOf(told, cut);
    expect([asked.because, asked.done_mm, asked.through, asked.finished]).toEqual([
      null,
      null,
      true,
      false,
    ]);
  });

  it("counts how far it is not through only where it is not", () => {
    const bad = { ...told, bad: 12 };
    expect(askedOf(bad, cut).not_through_mm).toBeNull();
    expect(askedOf({ ...bad, through: "no" }, cut).not_through_mm).toBe(12);
  });
});
