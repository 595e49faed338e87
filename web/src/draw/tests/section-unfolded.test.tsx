// @vitest-environment happy-dom
/** A shape unfolded: each stroke on its panel, what falls hatched, what is cut dark. */
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { SectionUnfolded } from "../section-unfolded";
import { across, FLANGE, type Section, type Stroke, stroke, tee, texts, torch, WEB } from "./tee";

afterEach(cleanup);

describe("unfolded", () => {
  const unfolded = (section = tee(), more: Partial<Parameters<typeof SectionUnfolded>[0]> = {}) =>
    render(
      <SectionUnfolded section={section} torch={torch} running={false} system="metric" {...more} />,
    ).container;
  const bands = (container: Element) =>
    [...container.querySelectorAll("rect[fill='var(--face)']")].map((rect) => ({
      y: Number(rect.getAttribute("y")),
      height: Number(rect.getAttribute("height")),
    }));

  it("names each panel with its width and thickness, in the reader's units", () => {
    const container = unfolded();
    expect(screen.getByRole("img").getAttribute("aria-label")).toBe(
      "WT4X9 unfolded: flange on top, 100 mm wide; web, 80 mm wide",
    );
    expect(texts(container)).toEqual(expect.arrayContaining(["12 mm", "8 mm"]));
    cleanup();
    unfolded(tee(), { system: "inch" });
    expect(screen.getByRole("img").getAttribute("aria-label")).toMatch(/web, .+ in wide$/);
  });

  it("draws panels as wide as they are to each other, what lies on top on top", () => {
    const [flange, web] = bands(unfolded());
    expect((flange?.height ?? 0) / (web?.height ?? 1)).toBeCloseTo(100 / 80, 6);
    expect(flange?.y).toBeLessThan(web?.y ?? 0);
    cleanup();
    const hanging = tee({ panels: [WEB, FLANGE] as Section["panels"], strokes: [] });
    const [below, above] = bands(unfolded(hanging));
    expect(above?.y, "the flange is still on top").toBeLessThan(below?.y ?? 0);
  });

  it("hatches the drop of a cut across, and what falls out of a notch", () => {
    expect(texts(unfolded())).toContain("drop");
    cleanup();
    expect(texts(unfolded(tee({ kind: "cope" })))).toContain("hatched: falls out");
    cleanup();
    const split = texts(unfolded(tee({ kind: "split" })));
    expect(split.some((text) => text === "drop" || text?.startsWith("hatched"))).toBe(false);
  });

  it("says when a long cut is drawn shorter than it is", () => {
    const long = [
      stroke(1, {
        line: [
          { u_mm: 50, z_mm: 0 },
          { u_mm: 50, z_mm: 6000 },
        ],
        path: [],
      }),
    ];
    expect(texts(unfolded(tee({ kind: "split", strokes: long })))).toContain(
      "piece; drawn shorter than it is",
    );
    cleanup();
    expect(texts(unfolded())).toContain("piece");
  });

  it("shows what is cut, where to slow and what cannot be reached", () => {
    const slow = [{ from_mm: 40, to_mm: 60, thickness_mm: 30, speed_mm_min: 150, why: "fillet" }];
    const [one, two] = across as [Stroke, Stroke];
    const strokes = [
      { ...one, slow },
      { ...two, reached: false },
    ] as Stroke[];
    const container = unfolded(tee({ strokes }), { torch: { stroke: 1, part: 0.5, slow: false } });
    expect(container.querySelectorAll("[data-slow='fillet']")).toHaveLength(1);
    const done = (order: number) =>
      container.querySelectorAll(`[data-stroke='${order}'] path[stroke='var(--ink)']`).length;
    expect([done(1), done(2)], "the first is cut, the second half").toEqual([1, 1]);
    const dashed = container.querySelector("[data-stroke='2'] path[stroke-dasharray='6 4']");
    expect(dashed?.getAttribute("stroke")).toBe("var(--stop)");
  });

  it("picks a stroke that is touched", () => {
    const onPick = vi.fn();
    const container = unfolded(tee(), { onPick });
    const second = container.querySelector("[data-stroke='2']");
    if (second) fireEvent.click(second);
    expect(onPick.mock.calls).toEqual([[1]]);
  });
});
