import { describe, expect, it } from "vitest";
import type { CutPlanRequest } from "@/api/client";
import { isSameTip, tipsToPick } from "./tips";

const drawer = [
  { bore_mm: 1.2, face: "flush", kind: "general", mark: "C", name: "1.2 mm flush" },
  { bore_mm: 1.2, face: "flush", kind: "general", mark: "C2", name: "the spare" },
  { bore_mm: 1.2, face: "recessed", kind: "general", mark: "C", name: "1.2 mm recessed" },
  { bore_mm: 2.1, face: "flush", kind: "high_preheat", name: "for rust" },
];
const known = {
  bores_mm: [0.8, 1.2],
  fuels: [
    { fuel: "acetylene", tip_face: "flush" },
    { fuel: "propane", tip_face: "recessed" },
  ],
};
const asked = (fuel: string, tips: unknown = drawer) =>
  ({ drawer: tips, gas: { fuel } }) as unknown as CutPlanRequest;

describe("the tips one may ask for", () => {
  it("are the drawer's that suit the fuel, by mark, each once", () => {
    expect(tipsToPick(asked("acetylene"), known).map((each) => each.text)).toEqual([
      "C (1.2 mm), 1.2 mm flush",
      "2.1 mm, high-preheat, for rust",
    ]);
    expect(tipsToPick(asked("propane"), known).map((each) => each.text)).toEqual([
      "C (1.2 mm), 1.2 mm recessed",
    ]);
  });
  it("are our own series where nothing is owned", () => {
    expect(tipsToPick(asked("propane", null), known).map((each) => each.tip)).toEqual([
      { bore_mm: 0.8 },
      { bore_mm: 1.2 },
    ]);
  });
  it("are found again in a request by bore and face", () => {
    const [flush] = tipsToPick(asked("acetylene"), known);
    if (flush === undefined) throw new Error("no tip");
    expect(isSameTip(flush, { bore_mm: 1.2, face: "flush" })).toBe(true);
    expect(isSameTip(flush, { bore_mm: 1.2 })).toBe(true);
    expect(isSameTip(flush, { bore_mm: 1.2, face: "recessed" })).toBe(false);
    expect(isSameTip(flush, null)).toBe(false);
  });
});
