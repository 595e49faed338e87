import { describe, expect, it } from "vitest";
import type { GearView, Schemas } from "@/api/client";
import { edgesOf, morningOf } from "./morning";

type Given = { kind?: string; gas?: string; free?: number | null; notes?: [string, string][] };

function gear(label: string, given: Given, in_service = true): GearView {
  const { kind = "cylinder", gas, free = null, notes = [] } = given;
  return {
    gear: { label, kind, in_service, fields: { gas } },
    free_gas_l: free,
    notes: notes.map(([level, code]) => ({ level, code, text: code, values: {} })),
  } as unknown as GearView;
}

function line(typed: string, stop?: string): Schemas["NextLine"] {
  const notes = stop ? [{ level: "stop", code: "x", text: stop, values: {} }] : [];
  return { view: { line: { typed }, plan: { notes } } } as unknown as Schemas["NextLine"];
}

describe("the shop's morning", () => {
  it("adds up the gas that may be used: not what lies, has no label or is out of service", () => {
    const rack = [
      gear("O1", { gas: "oxygen", free: 4000 }),
      gear("O2", { gas: "oxygen", free: 2000 }),
      gear("O3", { gas: "oxygen", free: 9000 }, false),
      gear("A1", { gas: "acetylene", free: 3000, notes: [["stop", "cylinder_lying"]] }),
      gear("A2", { gas: "acetylene", free: null }),
    ];
    const { gas, groups } = morningOf(rack, []);
    expect(gas).toEqual([{ gas: "oxygen", free_l: 6000, cylinders: 2 }]);
    expect(groups).toEqual([{ kind: "standing", what: ["A1"] }]);
  });

  it("says what is stopped and why, before what stands and what is due", () => {
    const rack = [
      gear("hose 2", { kind: "hose", notes: [["caution", "hose_overdue"]] }),
      gear("A1", { gas: "acetylene", notes: [["stop", "cylinder_lying"]] }),
      gear("no label", { gas: "oxygen", free: 5, notes: [["stop", "cylinder_unlabelled"]] }),
    ];
    const next = [
      line("1/4 304"),
      line("drip plate", "304 does not cut by plain oxygen: ask for plasma."),
    ];
    const { groups } = morningOf(rack, next);
    expect(groups.map((each) => each.kind)).toEqual(["stopped", "standing", "unusable", "due"]);
    expect(groups[0]?.what).toEqual(["drip plate: 304 does not cut by plain oxygen"]);
  });

  it("is empty where nothing is the matter", () => {
    expect(morningOf([gear("T", { kind: "tip" })], [line("3/4")])).toEqual({ gas: [], groups: [] });
  });
});

describe("the last edges", () => {
  it("are told by their day and by what they turned out to come from", () => {
    const kept = [
      { diagnosis: { id: "a", happened_at: "2026-11-24T10:00:00Z", settled: "too_fast" } },
      { diagnosis: { id: "b", happened_at: "2026-11-21T10:00:00Z", settled: "" } },
    ];
    const words = (code: string) => code.replace("_", " ");
    expect(edgesOf(kept, words, "not settled").map((edge) => edge.what)).toEqual([
      "Nov 24 too fast",
      "Nov 21 not settled",
    ]);
    expect(edgesOf([], words, "not settled")).toEqual([]);
  });
});
