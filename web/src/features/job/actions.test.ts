import { expect, it } from "vitest";
import { hasParts } from "./Actions";

it("leads to the plates only where a cut is a part that was laid out", () => {
  const line = (input: object) => ({ line: { input } }) as never;
  expect(hasParts([])).toBe(false);
  expect(hasParts([line({ steel: { thickness_mm: 10 } }), line({ section: {} })])).toBe(false);
  expect(hasParts([line({}), line({ layout: { part: {} } })])).toBe(true);
});
