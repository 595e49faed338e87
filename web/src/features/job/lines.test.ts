import { describe, expect, it } from "vitest";
import type { LineView } from "@/api/client";
import { besideLine, otherFuel, placeAfter, placeOfNew } from "./lines";

const placed = (...positions: number[]) => positions.map((position) => ({ line: { position } }));

describe("the order of a job's cuts", () => {
  /** The cuts in order after one was moved. */
  function moved(positions: number[], at: number, by: -1 | 1): number[] {
    const lines = placed(...positions);
    const place = placeAfter(lines, at, by);
    if (place === null) return positions.map((_, i) => i);
    const order = positions.map((position, i) => ({ i, position: i === at ? place : position }));
    return order.sort((a, b) => a.position - b.position).map(({ i }) => i);
  }

  it("changes two neighbours, wherever they lie and however close their places", () => {
    expect(moved([1, 2, 3, 4], 1, 1)).toEqual([0, 2, 1, 3]);
    expect(moved([1, 2, 3, 4], 1, -1)).toEqual([1, 0, 2, 3]);
    expect(moved([1, 2, 3, 4], 2, 1)).toEqual([0, 1, 3, 2]);
    expect(moved([1, 1.5, 1.75, 1.8], 0, 1)).toEqual([1, 0, 2, 3]);
    expect(moved([-3, 0, 0.5], 2, -1)).toEqual([0, 2, 1]);
  });

  it("has no place before the first or after the last", () => {
    expect(placeAfter(placed(1, 2), 0, -1)).toBeNull();
    expect(placeAfter(placed(1, 2), 1, 1)).toBeNull();
    expect(placeAfter([], 0, 1)).toBeNull();
  });

  it("ends with what is new", () => {
    expect(placeOfNew([], 0)).toBe(1);
    expect(placeOfNew(placed(-4, 7.5), 2)).toBe(8.5);
    // two of 450 are here: it lies behind the others too
    expect(placeOfNew(placed(-4, 7.5), 450)).toBe(451);
  });

  it("is back where it was when a cut is moved there and back", () => {
    const lines = placed(1, 2, 3);
    const down = placeAfter(lines, 0, 1);
    if (down === null) throw new Error("a place");
    const after = [lines[1], { line: { position: down } }, lines[2]].filter((it) => it != null);
    const back = placeAfter(after, 1, -1);
    expect(back).toBeLessThan(2);
  });
});

describe("what stands under a cut's name", () => {
  const note = (level: string, code: string, text: string) => ({ level, code, text, values: {} });
  const of = (more: object) => {
    const none = { plan: null, fault: null, card_current: false, card_id: null };
    return besideLine({ ...none, ...more } as unknown as LineView, "metric");
  };
  const stopped = {
    notes: [note("caution", "x", "Mind."), note("stop", "no_such", "Not so: never. At all.")],
  };

  it("is why it does not plan, or what stops it in its first words", () => {
    expect(of({ fault: { message: "The shape is gone." } })).toBe("The shape is gone.");
    expect(of({ plan: stopped })).toBe("Not so");
    expect(of({})).toBe("");
  });

  it("says of its card whether it still holds", () => {
    expect(of({ plan: stopped, card_current: true, card_id: "c" })).toBe("Not so · card made");
    expect(of({ plan: stopped, card_id: "c" })).toBe("Not so · card is out of date");
  });
});

it("names the fuel of a cut where it is not the rig's", () => {
  const view = (fuel: string | null) =>
    ({ request: fuel === null ? null : { gas: { fuel } } }) as unknown as LineView;
  expect(otherFuel(view("propane"), "acetylene")).toBe("propane");
  expect(otherFuel(view("propane"), "propane")).toBeNull();
  expect([otherFuel(view("propane"), undefined), otherFuel(view(null), "propane")]).toEqual([
    null,
    null,
  ]);
});
