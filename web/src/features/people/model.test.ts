import { describe, expect, it } from "vitest";
import { TRAIL } from "@/text/people";
import { ANY, type Clearance, clearanceOf, clearedFor, clockOff, said, standing } from "./model";

const clearance = (more: Partial<Clearance> = {}): Clearance =>
  ({
    id: "1",
    person_id: "2",
    fuel: null,
    process: null,
    thickness_to_mm: null,
    until: null,
    override_because: "",
    withdrawn_at: null,
    withdrawn_because: "",
    holds: true,
    ...more,
  }) as Clearance;

describe("a clearance", () => {
  it("says what it covers in the reader's units, and any where nothing is said", () => {
    expect(clearedFor(clearance(), "inch")).toBe("any fuel, any way");
    const narrow = clearance({ fuel: "acetylene", process: "guided", thickness_to_mm: 25.4 });
    expect(clearedFor(narrow, "inch")).toBe("acetylene, guided, up to 1 in");
    expect(clearedFor(narrow, "metric")).toBe("acetylene, guided, up to 25.4 mm");
  });

  it("says until when, that it ended, or why it was withdrawn", () => {
    expect(standing(clearance())).toBe("");
    expect(standing(clearance({ until: "2027-05-31" }))).toBe("until 2027-05-31");
    expect(standing(clearance({ until: "2026-01-01", holds: false }))).toBe("ended 2026-01-01");
    const gone = { withdrawn_at: "2026-05-31T09:00:00Z", withdrawn_because: "Coupon failed" };
    expect(standing(clearance({ ...gone, holds: false }))).toBe("withdrawn: Coupon failed");
    const once = clearance({ until: "2026-11-28", override_because: "I stand beside him" });
    expect(standing(once)).toBe(
      "until 2026-11-28, cleared at the torch for that day: I stand beside him",
    );
  });
});

describe("a line of the trail", () => {
  it("is a sentence with everything in its place, whatever its code", () => {
    const about = {
      door: "pin",
      name: "Dorrit Vale",
      role: "torch_hand",
      number: 7,
      because: "late",
    };
    for (const what of Object.keys(TRAIL)) {
      const told = said({ what, about, about_person: null });
      expect(told, what).not.toMatch(/[{}_]/);
      expect(told.length, what).toBeGreaterThan(5);
    }
    expect(said({ what: "role", about: { role: "torch_hand" }, about_person: "Dorrit Vale" })).toBe(
      "made Dorrit Vale a torch hand",
    );
    expect(said({ what: "signed_in", about, about_person: null })).toBe("signed in by PIN");
    expect(
      said({ what: "wrong_key", about: { door: "password", person: null }, about_person: null }),
    ).toBe("wrong password for nobody known");
  });
});

describe("a tablet's clock", () => {
  it("is told where it is off by more than half a minute", () => {
    expect([null, undefined, 0, 29, -29].map(clockOff)).toEqual(["", "", "", "", ""]);
    expect(clockOff(3_600)).toBe("its clock stands ahead by 60 min");
    expect(clockOff(-45)).toBe("its clock stands behind by 1 min");
  });
});

describe("a clearance as it is typed", () => {
  const typed = { person_id: "p", fuel: ANY, process: ANY, thickness: null, until: "" };

  it("names nothing of what is left open", () => {
    expect(clearanceOf(typed)).toEqual({
      person_id: "p",
      fuel: null,
      process: null,
      thickness_to_mm: null,
      until: null,
    });
  });

  it("covers what it says, and reads back so", () => {
    const narrow = { ...typed, fuel: "acetylene", process: "guided", thickness: 25.4 };
    const sent = clearanceOf({ ...narrow, until: "2027-05-31" });
    expect(clearedFor(clearance(sent), "inch")).toBe("acetylene, guided, up to 1 in");
    expect(standing(clearance(sent))).toBe("until 2027-05-31");
    // no thickness is not a thickness of nought
    expect(clearanceOf({ ...typed, thickness: 0 }).thickness_to_mm).toBe(0);
  });
});
