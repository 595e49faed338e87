import { describe, expect, it } from "vitest";
import type { GearView } from "@/api/client";
import { NONE, offered, PLACES, placed } from "./rig";

const gear = [
  ["a", "hose", { gas: "oxygen" }],
  ["b", "hose", { gas: "fuel" }],
  ["c", "regulator", { gas: "propane" }],
  ["d", "regulator", { gas: "oxygen" }],
  ["e", "torch", {}],
].map(([id, kind, fields]) => ({
  gear: { id, kind, fields, label: `the ${id}` },
})) as unknown as GearView[];

describe("a place of the rig", () => {
  it("offers what fits it and no other: oxygen gear never stands in a place of fuel", () => {
    const ids = Object.fromEntries(
      PLACES.map((each) => [each.place, offered(each, gear).map(({ value }) => value)]),
    );
    expect(ids).toEqual({
      oxygen_hose: [NONE, "a"],
      fuel_hose: [NONE, "b"],
      oxygen_regulator: [NONE, "d"],
      fuel_regulator: [NONE, "c"],
      torch: [NONE, "e"],
    });
  });

  it("takes a piece, and is left open again; the others stay", () => {
    const rig = { torch: "injector", rack: { fuel_hose: "b" } };
    const one = placed(rig, "oxygen_hose", "a");
    expect(one).toEqual({ torch: "injector", rack: { fuel_hose: "b", oxygen_hose: "a" } });
    expect(placed(one, "oxygen_hose", NONE)).toEqual(rig);
    expect(placed({}, "torch", NONE)).toEqual({ rack: {} });
  });
});
