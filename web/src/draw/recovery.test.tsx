// @vitest-environment happy-dom
/** A lost cut is drawn to scale and on the side that is scrap, and says in the reader's units what it shows. */
import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import type { System } from "@/units";
import { RecoveryDrawing } from "./recovery";

type Recovery = Schemas["RecoveryReply"];

/** 20 mm plate, not through for 40 mm: begun 60 mm back, 4 mm beside, and back on the line at 32 mm. */
const beside: Recovery = {
  way: "alongside",
  side: "right",
  thickness_mm: 20,
  kerf_mm: 2,
  slag_from_mm: -40,
  path: [
    { along_mm: -60, beside_mm: 0 },
    { along_mm: -54, beside_mm: 4 },
    { along_mm: 20, beside_mm: 4 },
    { along_mm: 32, beside_mm: 0 },
  ],
  cautions: [],
  clean_up: { time_s: 60, length_mm: 92, width_mm: 3, volume_mm3: 5520 },
  offers: [],
  reasons: [],
  steps: [],
} as unknown as Recovery;

const drawn = (more: Partial<Recovery> = {}, system: System = "metric") => {
  cleanup();
  const { container } = render(
    <RecoveryDrawing recovery={{ ...beside, ...more }} system={system} />,
  );
  return container;
};
const says = () => screen.getByRole("img").getAttribute("aria-label");
const number = (element: Element | null, of: string) => Number(element?.getAttribute(of));
const points = (container: Element) =>
  (container.querySelector("polyline")?.getAttribute("points") ?? "")
    .split(" ")
    .map((pair) => pair.split(",").map(Number) as [number, number]);
const labels = (container: Element) =>
  [...container.querySelectorAll("text")].map((text) => text.textContent);

afterEach(cleanup);

describe("what it says", () => {
  it("is in the reader's units", () => {
    drawn();
    expect(says()).toBe(
      "Slag fills the last 40 mm of the kerf. The new cut starts 60 mm before the stop, runs beside it on the right and comes back to the line past the stop.",
    );
    drawn({}, "inch");
    expect(says()).toContain("the last 1-5/8 in of the kerf");
    expect(says()).toContain("starts 2-3/8 in before the stop");
  });

  it("promises no way back to the line where the plate ends before", () => {
    drawn({ path: beside.path.slice(0, 3) });
    expect(says()).toContain("runs out where the plate ends");
    expect(says()).not.toContain("comes back");
  });

  it("tells of a start at the stop or in the scrap, with no slag", () => {
    drawn({ way: "at_the_stop", slag_from_mm: 0 });
    expect(says()).toContain("Heat the end of the kerf at the stop");
    drawn({ way: "from_the_scrap", side: "left", slag_from_mm: 0 });
    expect(says()).toContain("in the scrap to the left of the stop");
  });
});

describe("what it draws", () => {
  it("has one scale along and across the line", () => {
    const [start, aside, past, back] = points(drawn());
    const along = ((past?.[0] ?? 0) - (start?.[0] ?? 0)) / 80;
    const across = ((aside?.[1] ?? 0) - (start?.[1] ?? 0)) / 4;
    expect(across).toBeCloseTo(along, 9);
    expect(back?.[1], "on the line again").toBeCloseTo(start?.[1] ?? 0, 9);
  });

  it("lies below the line where scrap is on the right of the travel, above it on the left", () => {
    const line = (container: Element) => points(container)[0]?.[1] ?? 0;
    const right = drawn();
    expect(points(right)[1]?.[1]).toBeGreaterThan(line(right));
    const left = drawn({ side: "left" });
    expect(points(left)[1]?.[1]).toBeLessThan(line(left));
  });

  it("fills the kerf with slag for as long as it is, and not where it is clean", () => {
    const container = drawn();
    const slag = container.querySelector("rect[fill*='-slag']");
    const [start, , past] = points(container);
    const scale = ((past?.[0] ?? 0) - (start?.[0] ?? 0)) / 80;
    expect(number(slag, "width")).toBeCloseTo(40 * scale, 6);
    expect(labels(container)).toContain("slag");
    const clean = drawn({ slag_from_mm: 0 });
    expect(clean.querySelector("rect[fill*='-slag']")).toBeNull();
    expect(labels(clean)).not.toContain("slag");
  });

  it("heats where the new cut begins", () => {
    const container = drawn();
    expect(number(container.querySelector("circle[r='9']"), "cx")).toBeCloseTo(
      points(container)[0]?.[0] ?? 0,
      9,
    );
  });

  it("calls no side scrap where both are parts", () => {
    expect(labels(drawn())).toContain("scrap");
    const said = { code: "both_sides_are_parts", text: "", values: {} };
    const both = labels(drawn({ cautions: [said] }));
    expect(both).not.toContain("scrap");
    expect(both).toContain("part, mended here");
  });

  it("stays inside its frame however thick the plate or short the way", () => {
    for (const thickness_mm of [6, 25, 150]) {
      for (const [x, y] of points(drawn({ thickness_mm }))) {
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(640);
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(250);
      }
    }
  });
});
