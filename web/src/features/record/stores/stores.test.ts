import { describe, expect, it } from "vitest";
import { dueSaid, orderSaid, place, reach, rows, SHOWN } from "./stores";

describe("the calendar of inspections", () => {
  it("has today where it shows the days before it", () => {
    expect(place(0)).toBeCloseTo(60 / 425, 9);
    expect(place(SHOWN.on)).toBe(1);
  });

  it("keeps what is long over at its beginning, and what is years off at its end", () => {
    expect(place(-700)).toBe(0);
    expect(place(5_000)).toBe(1);
    // a day later is never farther left
    for (let days = -80; days < 400; days += 7)
      expect(place(days + 7)).toBeGreaterThanOrEqual(place(days));
  });

  it("puts names that would lie on each other into rows of their own", () => {
    expect(rows([0.1, 0.15, 0.5], 0.2)).toEqual([1, 0, 0]);
    expect(rows([0.1, 0.1, 0.1], 0.2)).toEqual([2, 1, 0]);
    expect(rows([], 0.2)).toEqual([]);
    // of two that stand close the later never reaches lower: its staff would go through the name of the earlier
    const close = [0.02, 0.1, 0.16, 0.3, 0.31, 0.45];
    const found = rows(close, 0.2);
    for (let i = 1; i < close.length; i++)
      if ((close[i] ?? 0) - (close[i - 1] ?? 0) < 0.2)
        expect(found[i] ?? 0).toBeLessThan(found[i - 1] ?? 0);
  });

  it("says how long is left, or over, and nothing where nobody noted it", () => {
    expect(dueSaid({ days_left: 12 })).toBe("in 12 days");
    expect(dueSaid({ days_left: -35 })).toBe("35 days over");
    expect(dueSaid({ days_left: null })).toBe("");
  });
});

describe("a gas", () => {
  it("is drawn on one scale, the larger all the way", () => {
    expect(reach({ at_hand_l: 3_000, needed_l: 6_000 })).toEqual({ hand: 0.5, need: 1 });
    expect(reach({ at_hand_l: 3_000, needed_l: 0 })).toEqual({ hand: 1, need: 0 });
    expect(reach({ at_hand_l: 0, needed_l: 0 })).toEqual({ hand: 0, need: 0 });
  });
});

describe("the list to order", () => {
  const gear = { gas: null, count: 1, gear_id: "x", label: "1.2 mm flush", out_because: null };

  it("tells cylinders by number and gas", () => {
    const order = { ...gear, kind: "cylinder", gas: "oxygen", count: 2, label: null, why: "short" };
    expect(orderSaid(order)).toEqual({ what: "2 × oxygen", why: "short for the work" });
  });

  it("asks for what it does not know, and makes no number up", () => {
    const order = { ...gear, kind: "cylinder", gas: "propane", count: null, why: "short" };
    expect(orderSaid(order).what).toContain("put one in the rack");
    expect(orderSaid(order).what).not.toMatch(/\d/);
  });

  it("tells gear by its name, with the shop's own reason", () => {
    const order = { ...gear, kind: "tip", why: "out", out_because: "bore egg-shaped" };
    expect(orderSaid(order).why).toBe("out of service: bore egg-shaped");
    expect(orderSaid(order).what).toContain("1.2 mm flush");
  });
});
