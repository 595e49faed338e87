import { describe, expect, it } from "vitest";
import { options } from "@/text";
import sentences from "../../../../reference/text/en.toml";
import {
  ago,
  FIELDS,
  fill,
  HEADINGS,
  KINDS,
  localMoment,
  problemAt,
  readNow,
  USUAL,
  whole,
  wiresInHand,
} from "./model";

describe("the forms of the rack", () => {
  it("have a word of the shop for each choice: no code reaches the screen", () => {
    for (const kind of KINDS) {
      for (const field of FIELDS[kind]) {
        if (field.as !== "choice") continue;
        for (const code of field.options) {
          expect(sentences.words?.[code], `${kind}.${field.key}: ${code}`).toBeTruthy();
        }
      }
      expect(HEADINGS[kind]).toBeTruthy();
    }
  });

  it("start a new piece with what its own form can show", () => {
    for (const kind of KINDS) {
      for (const [key, usual] of Object.entries(USUAL[kind])) {
        const field = FIELDS[kind].find((each) => each.key === key);
        expect(field, `${kind}.${key}`).toBeDefined();
        if (field?.as === "choice") expect(field.options).toContain(usual);
      }
    }
  });

  it("ask oxygen for its gauge and acetylene for the scale: fuel is measured by weight", () => {
    const asked = (gas: string) =>
      FIELDS.cylinder.filter(({ only }) => only?.({ gas }) ?? true).map(({ key }) => key);
    expect(asked("oxygen")).toContain("pressure_kpa");
    expect(asked("oxygen")).not.toContain("gross_kg");
    for (const gas of ["acetylene", "propane", "propylene"]) {
      expect(asked(gas)).toEqual(expect.arrayContaining(["tare_kg", "gross_kg"]));
      expect(asked(gas)).not.toContain("pressure_kpa");
    }
  });

  it("ask the grade of a fuel hose alone", () => {
    const grade = FIELDS.hose.find(({ key }) => key === "grade");
    expect([grade?.only?.({ gas: "fuel" }), grade?.only?.({ gas: "oxygen" })]).toEqual([
      true,
      false,
    ]);
  });

  it("show a code in words", () => {
    expect(options(["natural_gas"])).toEqual([{ value: "natural_gas", text: "natural gas" }]);
  });
});

describe("how full a cylinder is", () => {
  it("is its gas by what it holds when full, and stays between nothing and full", () => {
    expect(fill(3450, { rated_l: 6900 })).toBe(0.5);
    expect([fill(-20, { rated_l: 6900 }), fill(7200, { rated_l: 6900 })]).toEqual([0, 1]);
  });
  it("is not known without both", () => {
    expect([fill(null, { rated_l: 6900 }), fill(undefined, { rated_l: 6900 })]).toEqual([
      null,
      null,
    ]);
    expect([fill(100, {}), fill(100, { rated_l: 0 }), fill(100, { rated_l: "6900" })]).toEqual([
      null,
      null,
      null,
    ]);
  });
});

describe("when something was read", () => {
  const noon = Date.parse("2026-05-31T12:00:00Z");
  const earlier = (minutes: number) => new Date(noon - minutes * 60e3).toISOString();

  it("is told as one says it", () => {
    expect([1, 59, 60, 47 * 60, 48 * 60].map((m) => ago(earlier(m), noon))).toEqual([
      "just now",
      "59 min ago",
      "1 h ago",
      "47 h ago",
      "2 days ago",
    ]);
  });
  it("is just now where the tablet's clock is behind", () => {
    expect(ago(earlier(-30), noon)).toBe("just now");
  });
  it("stands in a field in the reader's own time, to the minute", () => {
    for (const moment of ["2026-01-15T00:30:00Z", "2026-07-15T23:45:00Z", earlier(0)]) {
      expect(new Date(localMoment(moment)).getTime()).toBe(Date.parse(moment));
    }
    expect([localMoment(undefined), localMoment("yesterday"), localMoment(7)]).toEqual([
      "",
      "",
      "",
    ]);
  });
});

describe("a carriage", () => {
  const mark = { mark: 20, mm: 304.8, s: 60 };

  it("keeps a mark on the sheet until it is whole, and sends no empty dial", () => {
    const open = { mark: 40, mm: 304.8, s: null };
    expect(whole({ rail_mm: 2_400, dial: [mark, open] })).toEqual({ rail_mm: 2_400, dial: [mark] });
    expect(whole({ dial: [open] })).toEqual({});
    expect(whole({ dial: [] })).toEqual({});
  });

  it("is alone in having a dial: other gear is sent as it stands", () => {
    const hose = { gas: "fuel", bore_mm: 6.35 };
    expect(whole(hose)).toBe(hose);
  });
});

describe("the wires in hand", () => {
  const set = (wires_mm: number[], in_service = true) =>
    ({ gear: { kind: "wire_set", in_service, fields: { wires_mm } } }) as never;

  it("are those of every set in service and of the shop, each once, thin to thick", () => {
    expect(wiresInHand([set([1.2, 0.8]), set([2, 1.2])], [0.6])).toEqual([0.6, 0.8, 1.2, 2]);
  });

  it("leave out a set that is lost, and are none where there is none", () => {
    expect(wiresInHand([set([0.8], false)], [])).toEqual([]);
    const tip = { gear: { kind: "tip", in_service: true, fields: { wires_mm: [3] } } } as never;
    expect(wiresInHand([tip], [1])).toEqual([1]);
  });
});

describe("a new reading of a cylinder", () => {
  const moment = "2026-05-31T12:00:00Z";
  const before = { pressure_kpa: 14_000, gross_kg: 70, read_at: "2026-05-01T08:00:00Z" };
  const read = (now: object, kind: "cylinder" | "hose" = "cylinder") =>
    readNow(kind, { before, now: { ...before, ...now }, moment }).read_at;

  it("is of the moment it was typed in", () => {
    expect(read({ pressure_kpa: 9_000 })).toBe(moment);
    expect(read({ gross_kg: 61 })).toBe(moment);
  });

  it("keeps its moment where another was given, or nothing was read", () => {
    const given = "2026-05-30T07:00:00Z";
    expect(read({ pressure_kpa: 9_000, read_at: given })).toBe(given);
    expect(read({ label_read: true })).toBe(before.read_at);
    expect(read({ pressure_kpa: 9_000 }, "hose")).toBe(before.read_at);
  });
});

it("finds the refusal of a place, with the marks and wires within it", () => {
  const refused = [{ path: "fields.dial.2.mm" }, { path: "label" }];
  expect(problemAt(refused, "fields.dial")).toBe(refused[0]);
  expect(problemAt(refused, "label")).toBe(refused[1]);
  expect(problemAt(refused, "fields.dia")).toBeUndefined();
});
