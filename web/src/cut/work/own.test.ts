import { describe, expect, it } from "vitest";
import { AT_FIRST, requestOf } from "./kinds";
import { carriageOf, carriagesOf, headOf, headsOf, withCarriage, withHead } from "./own";

const view = (kind: string, fields: object, in_service = true) =>
  ({ gear: { kind, label: "Large", in_service, fields } }) as never;

describe("the heating heads of the rack", () => {
  const head = { fuel: "propane", flow_l_min: 38 };

  it("are those in service whose fuel and flow are known", () => {
    expect(headsOf([view("heating_head", head)])).toEqual([{ label: "Large", ...head }]);
    expect(headsOf([view("heating_head", head, false)])).toEqual([]);
    expect(headsOf([view("heating_head", { fuel: "propane" }), view("tip", head)])).toEqual([]);
  });

  it("give their fuel and flow to what is asked, and are known again by them", () => {
    const own = { label: "Large", ...head };
    const said = withHead({ ...AT_FIRST, kind: "heat", numbers: { wash: { width_mm: 50 } } }, own);
    expect(requestOf(said)).toMatchObject({ gas: { fuel: "propane" }, flow_l_min: 38 });
    expect(said.numbers.wash).toEqual({ width_mm: 50 });
    expect(headOf(said, [own])).toBe(own);
    // another flow typed over it is no head of the rack
    const typed = { ...said, numbers: { ...said.numbers, heat: { flow_l_min: 40 } } };
    expect(headOf(typed, [own])).toBeUndefined();
  });
});

describe("the carriages of the rack", () => {
  const dial = [{ mark: 10, mm: 304.8, s: 118 }];
  const slow = { label: "Bay 1", dial, rail_mm: 3000 };
  const fast = { label: "Bay 2", dial: [{ mark: 10, mm: 304.8, s: 60 }], rail_mm: null };

  it("are those in service whose dial was timed", () => {
    expect(carriagesOf([view("carriage", { dial, rail_mm: 3000 })])).toEqual([
      { label: "Large", dial, rail_mm: 3000 },
    ]);
    expect(carriagesOf([view("carriage", { dial })])[0]?.rail_mm).toBeNull();
    for (const none of [
      view("carriage", { dial: [] }),
      view("carriage", {}),
      view("tip", { dial }),
    ])
      expect(carriagesOf([none])).toEqual([]);
    expect(carriagesOf([view("carriage", { dial }, false)])).toEqual([]);
  });

  it("give their marks and their rail, and leave a rail that they do not know", () => {
    const said = withCarriage({ ...AT_FIRST, kind: "rail" }, slow);
    expect(requestOf(said)).toMatchObject({ dial, rail_mm: 3000 });
    const other = withCarriage(said, fast);
    expect(requestOf(other)).toMatchObject({ dial: fast.dial, rail_mm: 3000 });
  });

  it("are known again by their marks; without any the first leads, and others are typed", () => {
    const all = [slow, fast];
    expect(carriageOf({ ...AT_FIRST, dial: [] }, all)).toBe(slow);
    expect(carriageOf(withCarriage(AT_FIRST, fast), all)).toBe(fast);
    expect(
      carriageOf({ ...AT_FIRST, dial: [{ mark: 10, mm: 304.8, s: 61 }] }, all),
    ).toBeUndefined();
    expect(carriageOf({ ...AT_FIRST, dial: [...dial, ...fast.dial] }, all)).toBeUndefined();
    expect(carriageOf({ ...AT_FIRST, dial: [] }, [])).toBeUndefined();
  });
});
