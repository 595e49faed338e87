import { describe, expect, it } from "vitest";
import { headOf, headsOf, withHead } from "./heads";
import { AT_FIRST, requestOf } from "./kinds";

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
