import { describe, expect, it } from "vitest";
import { type Doc, type RunEvent, unclearedOf, unvouched, widestOf } from "./model";

const cut = (id: string, fits: boolean, thickness_mm: number, strokes?: number[]) => ({
  line: { id },
  fits,
  request: { steel: { thickness_mm } },
  plan: strokes
    ? { section: { strokes: strokes.map((high) => ({ thickness_mm: { high } })) } }
    : {},
});
const missing = (person_id: string, line_id: string) => ({
  person_id,
  line_id,
  note: { level: "caution", code: "cleared_thinner", text: "", values: {} },
});
const doc = (uncleared?: object[]) =>
  ({
    fuel: "propane",
    cuts: [
      cut("a", true, 12),
      cut("b", true, 40),
      cut("c", false, 90),
      cut("d", true, 10, [9, 55]),
    ],
    uncleared,
  }) as unknown as Doc;

describe("who is not cleared", () => {
  it("is told of the cuts that may be made, and of nobody else's", () => {
    const told = doc([missing("t", "a"), missing("t", "c"), missing("m", "b")]);
    expect(unclearedOf(told, "t").map(({ cut }) => cut.line.id)).toEqual(["a"]);
    expect(unclearedOf(told, "m").map(({ cut }) => cut.line.id)).toEqual(["b"]);
    expect(unclearedOf(told, null)).toEqual([]);
  });

  it("is nobody in a document that a tablet kept from before there were clearances", () => {
    expect(unclearedOf(doc(undefined), "t")).toEqual([]);
  });

  it("is cleared for the run's fuel up to the thickest of those cuts, of a shape its strokes", () => {
    expect(widestOf(doc([missing("t", "a"), missing("t", "b")]), "t")).toEqual({
      fuel: "propane",
      thickness_to_mm: 40,
    });
    expect(widestOf(doc([missing("t", "d")]), "t").thickness_to_mm).toBe(55);
    expect(widestOf(doc([]), "t").thickness_to_mm).toBeNull();
  });
});

describe("what of a run is nobody's word", () => {
  it("is counted by how it came: under a chosen name, or from a lost tablet", () => {
    const event = (verified: boolean, from_revoked: boolean) =>
      ({ verified, from_revoked }) as RunEvent;
    const all = [event(true, false), event(false, false), event(false, true), event(false, false)];
    expect(unvouched(all)).toEqual({ named: 2, lost: 1 });
    // what waits on the tablet was not answered yet
    expect(unvouched([{} as RunEvent])).toEqual({ named: 0, lost: 0 });
  });
});
