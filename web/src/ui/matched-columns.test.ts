import { expect, it } from "vitest";
import { saying } from "./matched-columns";

it("keeps what was said of other columns, and the unit beside a new role", () => {
  const once = saying([], 2, { role: "pace" });
  expect(once).toEqual([{}, {}, { role: "pace" }]);
  const twice = saying(once, 2, { unit: "mm/min" });
  expect(twice[2]).toEqual({ role: "pace", unit: "mm/min" });
  expect(saying(twice, 0, { role: "date" })[2]).toEqual(twice[2]);
  expect(once[2]).toEqual({ role: "pace" });
});
