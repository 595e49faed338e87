import { describe, expect, it } from "vitest";
import type { Asked } from "./kept/runs";
import type { Doc } from "./model";
import { type At, holds, placeOf, riggedOf, rigOf, touched } from "./place";

const nowhere = { wind: false, bare_floor: false, low: false, confined: false, coated: false };
const doc = (more: object = {}) =>
  ({
    place: nowhere,
    assembled: false,
    lying: false,
    cylinders: [
      { gear_id: "o", rigged: true },
      { gear_id: "a", rigged: false },
    ],
    ...more,
  }) as unknown as Doc;
const asking = (asked: Asked, more: object = {}): At => ({ running: false, doc: doc(more), asked });
const during = (more: object = {}): At => ({ running: true, doc: doc(more), asked: {} });

describe("before a run is begun", () => {
  it("nothing holds that nobody touched", () => {
    expect(placeOf({})).toEqual(nowhere);
    expect(placeOf({ confined: true })).toEqual({ ...nowhere, confined: true });
    expect(holds(asking({}), "wind")).toBe(false);
    expect(holds(asking({ wind: true }), "wind")).toBe(true);
  });

  it("paint or zinc that a cut names is known already, whatever is said", () => {
    const painted = { place: { ...nowhere, coated: true } };
    expect(holds(asking({}, painted), "coated")).toBe(true);
    expect(holds(asking({ coated: false }, painted), "coated")).toBe(true);
    expect(holds(asking({}, { place: { ...nowhere, wind: true } }), "wind")).toBe(false);
  });

  it("a touch is asked, a second one takes it back, the rest stays", () => {
    const asked: Asked = { fuel: "propane", low: true };
    expect(touched(asking(asked), "confined")).toEqual({ asked: { ...asked, confined: true } });
    expect(touched(asking({ ...asked, confined: true }), "confined")).toEqual({
      asked: { ...asked, confined: false },
    });
  });

  it("the rig is what is asked for it, not what the run before had", () => {
    expect(riggedOf(asking({ cylinders: ["a"] }))).toEqual(["a"]);
    expect(riggedOf(asking({}))).toEqual([]);
  });
});

describe("while a run goes on", () => {
  it("what holds is what the run was told, whatever is asked for the next", () => {
    const at = { ...during({ place: { ...nowhere, low: true } }), asked: { wind: true } };
    expect([holds(at, "low"), holds(at, "wind")]).toEqual([true, false]);
    expect(riggedOf({ ...at, asked: { cylinders: ["a"] } })).toEqual(["o"]);
  });

  it("a touch of the place is noted of it whole, and none of it is lost", () => {
    const windy = during({ place: { ...nowhere, wind: true } });
    expect(touched(windy, "confined")).toEqual({
      note: { kind: "place", body: { ...nowhere, wind: true, confined: true } },
    });
    expect(touched(windy, "wind")).toEqual({ note: { kind: "place", body: nowhere } });
  });

  it("a cylinder that was laid down is noted of the rig, with what stands there", () => {
    const at = during({ assembled: true });
    expect(rigOf(at)).toEqual({ assembled: true, lying: false, cylinders: ["o"] });
    expect(touched(at, "lying")).toEqual({
      note: { kind: "rig", body: { assembled: true, lying: true, cylinders: ["o"] } },
    });
  });
});
