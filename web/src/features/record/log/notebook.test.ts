import { expect, it } from "vitest";
import { HOLDS } from "@/text/record/notebook";
import { COLUMNS, chosenColumns, fileOf, toggled, USUAL } from "./columns";
import { ANYTHING, aroundOf, asked } from "./Filters";
import { faultsByRow, ROLES, request, someRows } from "./notebook";

it("sends what was said and leaves the rest to be asked", () => {
  const body = request({
    text: "a",
    said: [{}, { role: "pace", unit: "mm/min" }],
    answers: { decimal: "comma" },
    leave: [7, 3],
  });
  expect(body.columns).toEqual([
    { role: null, unit: null },
    { role: "pace", unit: "mm/min" },
  ]);
  expect(body.decimal).toBe("comma");
  expect("dates" in body).toBe(false);
  expect(body.leave).toEqual([3, 7]);
});

it("tells a row at fault once, with all that is wrong in it", () => {
  const fault = (row: number, column: string, value: string) => ({
    row,
    column,
    value,
    code: "x",
    message: "No.",
    limits: null,
  });
  const told = faultsByRow([fault(3, "pace", "fast"), fault(3, "", ""), fault(5, "date", "")]);
  expect(told).toEqual([
    { row: 3, told: "Row 3. pace “fast”: No. No." },
    { row: 5, told: "Row 5. date: No." },
  ]);
});

it("names everything a column may hold", () => {
  for (const role of Object.keys(ROLES)) expect(HOLDS[role], role).toBeTruthy();
});

it("shows the chosen columns in the log's order, and the usual ones where none is known", () => {
  expect(chosenColumns(["note", "date"]).map(({ code }) => code)).toEqual(["date", "note"]);
  expect(chosenColumns(["weather"]).map(({ code }) => code)).toEqual(USUAL);
  expect(toggled(["date", "note"], "note")).toEqual(["date"]);
  expect(toggled(["date"], "note")).toEqual(["date", "note"]);
  expect(new Set(COLUMNS.map(({ code }) => code)).size).toBe(COLUMNS.length);
});

it("asks for a file of what is seen", () => {
  const file = fileOf("csv", { fuel: "propane" }, ["pace", "date"]);
  expect(file).toBe("/api/v1/burns.csv?fuel=propane&columns=date%2Cpace");
});

it("looks half a day around a moment, and around none that is no moment", () => {
  const around = aroundOf("2026-11-03T09:00:00Z");
  expect(asked({ ...ANYTHING, around })).toEqual({
    from: "2026-11-02T21:00:00.000Z",
    to: "2026-11-03T21:00:00.000Z",
  });
  expect([aroundOf(undefined), aroundOf("soon")]).toEqual([null, null]);
});

it("asks for whole days, and leaves out what may be anything", () => {
  expect(asked(ANYTHING)).toEqual({});
  const now = new Date("2026-11-28T22:30:00Z");
  const query = asked({ ...ANYTHING, since: "2", fuel: "propane", from_mm: 12 }, now);
  expect(query).toEqual({
    fuel: "propane",
    from: "2026-11-14T00:00:00.000Z",
    thickness_mm_from: "12",
  });
});

it("names a dozen rows and says that there are more", () => {
  const rows = Array.from({ length: 14 }, (_, i) => i + 2);
  expect(someRows(rows.slice(0, 3))).toBe("2, 3, 4");
  expect(someRows(rows)).toBe("2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, ...");
  expect(someRows([])).toBe("");
});
