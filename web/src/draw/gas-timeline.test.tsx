// @vitest-environment happy-dom
/** A job's gas over time: cuts and banks stand where the clock says, and what runs short is told. */
import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { GasTimeline } from "./gas-timeline";

type Plan = Schemas["GasPlan"];
type Supply = Schemas["GasSupply"];

const bank = (from_s: number, to_s: number, more: object = {}) => ({
  cylinders: [`${from_s}`],
  labels: [`O2 ${from_s}`],
  from_s,
  to_s,
  start_l: 6000,
  end_l: 1000,
  overdrawn_from_s: null,
  ...more,
});
const oxygen = (more: Partial<Supply> = {}) =>
  ({
    gas: "oxygen",
    needed_l: 8000,
    shortfall_l: 0,
    runs_out_line: null,
    spans: [bank(0, 1800), bank(1800, 3600)],
    ...more,
  }) as unknown as Supply;
const plan = (gases: Supply[], more: Partial<Plan> = {}) =>
  ({
    gases,
    lines: [
      { id: "a", from_s: 0, to_s: 2700 },
      { id: "b", from_s: 2700, to_s: 3590 },
      { id: "c", from_s: 3590, to_s: 3600 },
    ],
    total_s: 3600,
    ...more,
  }) as unknown as Plan;

const drawn = (of: Plan) => render(<GasTimeline plan={of} system="metric" />).container;
const said = () => screen.getByRole("img").getAttribute("aria-label") ?? "";
const texts = (container: Element) =>
  [...container.querySelectorAll("text")].map((text) => text.textContent);
const cuts = (container: Element) => [...container.querySelectorAll("rect")];
const number = (element: Element | undefined, of: string) => Number(element?.getAttribute(of));

afterEach(cleanup);

describe("a job's gas over time", () => {
  it("says what is needed, of how many banks, and what is short", () => {
    drawn(plan([oxygen()]));
    expect(said()).toContain("oxygen: 8000 l needed, 2 banks");
    expect(said()).not.toContain("short");
    cleanup();
    drawn(plan([oxygen({ spans: [bank(0, 3600)] as Supply["spans"], shortfall_l: 2000 })]));
    expect(said()).toContain("1 bank, 2000 l short");
  });

  it("gives each cut its share of the clock, and a number where it has room", () => {
    const container = drawn(plan([oxygen()]));
    const [first, second] = cuts(container);
    // three quarters of the hour against a good quarter of it
    expect((number(first, "width") + 1.5) / (number(second, "width") + 1.5)).toBeCloseTo(
      2700 / 890,
      6,
    );
    expect(texts(container)).toContain("2");
    expect(texts(container), "ten seconds of an hour are too narrow for a number").not.toContain(
      "3",
    );
    expect(cuts(container)).toHaveLength(3);
  });

  it("changes the bank when the clock says so", () => {
    const container = drawn(plan([oxygen()]));
    const swaps = [...container.querySelectorAll("line[stroke='var(--ink)']")];
    const half = number(cuts(container)[0], "x") + (960 - 108 - 12) / 2;
    expect(swaps.map((line) => number(line, "x1"))).toEqual([
      number(cuts(container)[0], "x"),
      expect.closeTo(half, 6),
    ]);
  });

  it("marks the cut in which it runs out, and a bank that is drawn too hard", () => {
    expect(texts(drawn(plan([oxygen()])))).not.toContain("runs out");
    cleanup();
    const over = oxygen({
      runs_out_line: 1,
      spans: [bank(0, 3600, { overdrawn_from_s: 900 })] as unknown as Supply["spans"],
    });
    const container = drawn(plan([over]));
    expect(texts(container)).toEqual(
      expect.arrayContaining(["runs out", "drawn harder than it gives"]),
    );
    const stop = container.querySelector("line[stroke='var(--stop)']") ?? undefined;
    expect(number(stop, "x1"), "where that cut begins").toBe(number(cuts(container)[1], "x"));
  });

  it("has a lane for each gas, and four to eight marks of the clock", () => {
    const container = drawn(plan([oxygen(), oxygen({ gas: "propane" })]));
    expect(texts(container)).toEqual(expect.arrayContaining(["oxygen", "propane"]));
    for (const total_s of [300, 1500, 3600, 30_000]) {
      cleanup();
      const marks = texts(drawn(plan([], { total_s, lines: [] }))).filter((it) => it !== "Cuts");
      expect(marks[0]).toBe("start");
      expect(marks.length, `${total_s} s`).toBeGreaterThanOrEqual(4);
      expect(marks.length, `${total_s} s`).toBeLessThanOrEqual(9);
    }
  });
});
