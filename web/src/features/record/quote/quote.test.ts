import { expect, it } from "vitest";
import {
  against,
  type Found,
  money,
  ofTheDrawer,
  onceFor,
  range,
  shares,
  signed,
  topOf,
  topWith,
  USUAL_TOP,
  weighed,
} from "./quote";

type Parts = NonNullable<Found["lines"][number]["parts"]>;
const line = (parts: Parts | null): Found["lines"][number] => ({
  line_id: "a",
  typed: "a cut",
  count: 1,
  left_out: null,
  all: null,
  piece: null,
  parts,
  time_s: null,
  mass_kg: null,
});
const PARTS = { burning: 30, handling: 10, cleaning: 5, oxygen: 20, fuel: 10, tips: 1, machine: 0 };

it("writes money as a shop does", () => {
  expect(money(1234.5, "$")).toBe("$ 1,234.50");
  expect(money(3, "")).toBe("3.00");
  expect(range({ low: 9, set: 10, high: 12.345 }, "€")).toBe("€ 9.00 to € 12.35");
});

it("adds the parts of all lines, the largest first, and passes over what has no price", () => {
  const found = shares([line(PARTS), line(null), line({ ...PARTS, oxygen: 60 })]);
  expect(found[0]).toEqual({ part: "oxygen", amount: 80, share: 80 / 192 });
  expect(found.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1);
  expect(shares([line(null)]).every(({ share }) => share === 0)).toBe(true);
});

it("says of a quote of before that its other ways took our own series of tips", () => {
  expect(ofTheDrawer([{ own_tips: true }, { own_tips: false }])).toBe(true);
  expect(ofTheDrawer([{ own_tips: true }, {}])).toBe(false);
  expect(ofTheDrawer([])).toBe(true);
});

it("holds another way against today's", () => {
  const of = (set: number) => ({ low: set, set, high: set });
  expect(against(of(80), of(100))).toBeCloseTo(-0.2);
  expect(against(of(80), of(0))).toBe(0);
});

it("starts with the share of the plates that a nest told, and with whole plates where none did", () => {
  expect(topWith(62.4)).toEqual({
    ...USUAL_TOP,
    besides: { ...USUAL_TOP.besides, used_percent: 62.4 },
  });
  expect(topWith(undefined).besides.used_percent).toBe(100);
});

it("asks again for what goes on top as it was, and what was left out as nothing", () => {
  expect(topOf({})).toEqual({ ...USUAL_TOP, set_up_s: 0 });
  const asked = { set_up_s: 600, margin_percent: 20, besides: { plate: 300, used_percent: 80 } };
  expect(topOf(asked)).toEqual({
    set_up_s: 600,
    overhead_percent: 0,
    margin_percent: 20,
    besides: { machine_h: 0, steel_kg: 0, plate: 300, used_percent: 80, freight: 0 },
  });
});

it("weighs what can be weighed and counts what cannot, of priced cuts alone", () => {
  const all = { low: 1, set: 2, high: 3 };
  const lines = [
    { all, mass_kg: 120.5 },
    { all, mass_kg: null },
    { all },
    { all: null, mass_kg: 9 },
  ];
  expect(weighed(lines)).toEqual({ kg: 120.5, unknown: 2 });
  expect(weighed([])).toEqual({ kg: 0, unknown: 0 });
});

it("names what is paid once for the lot, and no plate where none was", () => {
  expect(onceFor({ set_up: 30 }).map(([, amount]) => amount)).toEqual([30]);
  const all = onceFor({ set_up: 30, plates: 375, freight: 50 });
  expect(all.map(([, amount]) => amount)).toEqual([30, 375, 50]);
  expect(all[1]?.[0]).toContain("cut off around");
});

it("writes how much more or less in a sign that a reader sees, and none for nothing", () => {
  expect([signed(4), signed(-9), signed(0)]).toEqual(["+4", "−9", "0"]);
});
