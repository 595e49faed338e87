import { describe, expect, it } from "vitest";
import { fill } from "@/text/fill";
import { COST } from "@/text/record/cost";
import { cleaningSaid, pips, reaches, remarks, tipTold } from "./cost";

const money = (value: number) => value.toFixed(0);
const REPLY = {
  from: "2026-08-30T00:00:00Z",
  to: "2026-11-29T00:00:00Z",
  burns: 380,
  usable: 120,
  poor: 80,
  lost: 1,
  recut: 0,
  usual: 0.97,
  grinding_s: 9_000,
  burning_s: 60,
  oxygen_l: 0,
  fuel_l: 0,
  money: 160,
  estimated_money: 0,
  unknown: 0,
  causes: [],
  cleaning: null,
  prices_estimated: true,
};

describe("what poor edges cost", () => {
  it("says no more than there is to say", () => {
    expect(remarks(REPLY, money)).toEqual([
      "380 cuts: 120 usable, 80 poor, 1 lost.",
      "A good edge takes 97 % of the planned time at the grinder here.",
    ]);
  });

  it("tells of pieces cut anew only where there are some", () => {
    expect(remarks({ ...REPLY, recut: 2 }, money)[0]).toBe(
      "380 cuts: 120 usable, 80 poor, 1 lost, 2 cut anew.",
    );
  });

  it("keeps apart what nobody timed", () => {
    const said = remarks({ ...REPLY, estimated_money: 12.4, unknown: 3 }, money);
    expect(said[2]).toContain("about 12,");
    expect(said[3]).toBe("Not timed and without their like, so in none of these figures: 3.");
  });

  it("draws the dearest cause all the way, and nothing where nothing was lost", () => {
    const cause = (money: number) => ({ cause: "x", words: "x", burns: 1, grinding_s: 1, money });
    expect(reaches([cause(40), cause(10)])).toEqual([1, 0.25]);
    expect(reaches([cause(0)])).toEqual([0]);
    expect(reaches([])).toEqual([]);
  });

  it("leaves a word it does not know", () => {
    expect(fill("{n} of {m}", { n: 2 })).toBe("2 of {m}");
  });
});

describe("cleaning the tip", () => {
  const found = {
    every: 5,
    early: 90,
    late: 40,
    probability: 0.9997,
    saved: 61.4,
    low: 30.2,
    high: 92.6,
    cleanings: 8,
    cleaning_s: 90,
  };

  it("is told with how sure that is, and never as all sure", () => {
    const [sure, saved] = cleaningSaid(found, money);
    expect(sure).toContain("over 99.9 % sure");
    expect(saved).toBe(
      "Cleaning every 5 cuts would have saved about 61 (30 to 93), 8 cleanings of 90 s more paid.",
    );
    expect(cleaningSaid({ ...found, probability: 0.72 }, money)[0]).toContain("72 % sure");
  });

  it("is not advised where it would have cost more than it brought", () => {
    expect(cleaningSaid({ ...found, saved: -4, low: -20 }, money)[1]).toContain("not worth it");
  });

  it("counts to five", () => {
    expect(pips(0)).toEqual([false, false, false, false, false]);
    expect(pips(3)).toEqual([true, true, true, false, false]);
    expect(pips(9).every(Boolean)).toBe(true);
  });
});

describe("a tip's row", () => {
  const tip = {
    label: "drawer 2",
    in_service: true,
    dinged: false,
    cuts: 8,
    poor: 2,
    life_used: 0.246,
    starts: 8,
  };

  it("tells what came out poor and what is gone of its life, in whole percent", () => {
    expect(tipTold(tip)).toEqual({ drawer: "drawer 2", poor: "25 %", life: "25 %", starts: null });
  });

  it("tells nothing of a tip that made no cut, and no life that nobody set", () => {
    const told = tipTold({ ...tip, cuts: 0, poor: 0, starts: 0, life_used: null });
    expect([told.poor, told.life, told.starts]).toEqual(["–", "–", null]);
  });

  it("says why it lies there unused, and that a long cut counts each reach", () => {
    const told = tipTold({ ...tip, in_service: false, dinged: true, starts: 31 });
    expect(told.drawer).toBe(`drawer 2, ${COST.out}, ${COST.dinged}`);
    expect(told.starts).toContain("31");
  });
});
