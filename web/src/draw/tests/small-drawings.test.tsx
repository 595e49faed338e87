// @vitest-environment happy-dom
/** Cylinder, strip and balance: how full it is, which way the cut goes and where it stops, what hangs where. */
import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { CutPlan } from "@/api/client";
import { Balance } from "../balance";
import { CylinderDrawing } from "../cylinder";
import { CutStrip } from "../strip";
import { tee, texts } from "./tee";

const number = (element: Element | null | undefined, of: string) =>
  Number(element?.getAttribute(of));
const said = () => screen.getByRole("img").getAttribute("aria-label") ?? "";
afterEach(cleanup);

describe("a cylinder", () => {
  const drawn = (more: Partial<Parameters<typeof CylinderDrawing>[0]> = {}) => {
    cleanup();
    const usual = { gas: "oxygen", fill: 0.5, barred: false, lying: false, known: true };
    return render(<CylinderDrawing {...usual} {...more} />).container;
  };
  const level = (container: Element) => number(container.querySelector("rect"), "height");

  it("is as full as it is: half of it stands half as high as the whole", () => {
    const whole = level(drawn({ fill: 1 }));
    expect(whole).toBeGreaterThan(100);
    for (const fill of [0, 0.25, 0.5, 0.75]) {
      expect(level(drawn({ fill })) / whole, `${fill}`).toBeCloseTo(fill, 6);
    }
  });

  it("is drawn empty where nobody weighed it, with a question where no label was read", () => {
    expect(level(drawn({ fill: null }))).toBe(0);
    expect(texts(drawn({ known: false }))).toEqual(["?"]);
    expect(texts(drawn())).toEqual([]);
  });

  it("is dashed where it must not be opened, and hangs on no chain where it lies", () => {
    const dashes = (container: Element) => container.querySelectorAll("[stroke-dasharray]").length;
    expect([dashes(drawn()), dashes(drawn({ barred: true }))]).toEqual([0, 1]);
    const chains = (container: Element) => container.querySelectorAll("path[d^='M0 132']").length;
    expect([chains(drawn()), chains(drawn({ lying: true }))]).toEqual([1, 0]);
  });

  it("is as tall and as wide as its kind: oxygen is the slimmest and tallest", () => {
    const width = (gas: string) => number(drawn({ gas }).querySelector("rect"), "width");
    expect(width("oxygen")).toBeLessThan(width("acetylene"));
    expect(width("acetylene")).toBeLessThan(width("propane"));
    expect(level(drawn({ gas: "oxygen", fill: 1 }))).toBeGreaterThan(
      level(drawn({ gas: "propane", fill: 1 })),
    );
  });
});

describe("a cut from above", () => {
  const strip = (stops_mm: number[], more: Partial<Parameters<typeof CutStrip>[0]> = {}) => {
    cleanup();
    const plan = { stops_mm, direction: "left_to_right" } as unknown as CutPlan;
    const usual = { plan, length: 1000, start: "edge", scrap: "far_side", system: "metric" };
    return render(<CutStrip {...(usual as Parameters<typeof CutStrip>[0])} {...more} />).container;
  };
  const stops = (container: Element) =>
    [...container.querySelectorAll("path[stroke='var(--accent)']")].map((path) =>
      path.getAttribute("d"),
    );
  const right = { stops_mm: [250], direction: "right_to_left" } as unknown as CutPlan;

  it("says its length, its way and its stops, one or many", () => {
    strip([]);
    expect(said()).toBe("Cut from above, 1000 mm long, left to right, no planned stop");
    strip([400]);
    expect(said()).toContain("1 planned stop");
    expect(said()).not.toContain("stops");
    strip([300, 600], { system: "inch" });
    expect(said()).toMatch(/ in long, left to right, 2 planned stops$/);
  });

  it("goes the other way where the hand does", () => {
    const start = (container: Element) => number(container.querySelector("circle"), "cx");
    expect(start(strip([250]))).toBe(30);
    expect(start(strip([], { plan: right }))).toBe(640 - 30);
  });

  it("stands a stop where it is, a quarter along from its start", () => {
    const place = (container: Element) =>
      number(
        [...container.querySelectorAll("text")].find((text) => text.textContent === "250 mm"),
        "x",
      );
    expect(place(strip([250]))).toBeCloseTo(30 + 580 / 4, 6);
    expect(place(strip([], { plan: right }))).toBeCloseTo(640 - 30 - 580 / 4, 6);
  });

  it("leaves the line into the scrap at a stop, on whichever side that is", () => {
    const [far] = stops(strip([250]));
    const [near] = stops(strip([250], { scrap: "near_side" }));
    expect(far).toContain(" -13");
    expect(near).not.toBe(far);
  });

  it("marks no stops where there are too many to be read", () => {
    expect(stops(strip(Array.from({ length: 13 }, (_, i) => i * 70)))).toEqual([]);
  });
});

describe("piece and drop", () => {
  const piece = { mass_kg: 400, centre_mm: 2000 };
  const drop = { mass_kg: 20, centre_mm: 100 };
  const hold = (part: string, at_mm: number, by = "stand") => ({
    part,
    by,
    at_mm,
    before_stroke: 2,
  });
  const balanced = (more: object, parted = true) => {
    cleanup();
    const section = tee({ piece, drop, holds: [], ...more } as never);
    return render(<Balance section={section} parted={parted} system="metric" />).container;
  };
  const at = (container: Element, text: string) =>
    number(
      [...container.querySelectorAll("text")].find((each) => each.textContent === text),
      "x",
    );

  it("says what each weighs and where it hangs", () => {
    balanced({});
    expect(said()).toBe(
      "drop 20 kg, hangs 100 mm from the cut; piece 400 kg, hangs 2000 mm from the cut",
    );
    balanced({ drop: null });
    expect(said()).toMatch(/^drop not said; /);
  });

  it("has no drop where the cut leaves none", () => {
    expect(texts(balanced({}, false)).some((text) => text?.startsWith("drop"))).toBe(false);
  });

  it("holds a part from the cut outward: under its centre of gravity, or nearer", () => {
    const centre = at(balanced({}), "piece 400 kg");
    const held = (mm: number) => at(balanced({ holds: [hold("piece", mm)] }), `${mm} mm`);
    expect(held(2000)).toBeCloseTo(centre, 6);
    expect(held(1000)).toBeLessThan(centre);
    expect(held(3000)).toBeGreaterThan(centre);
    // the drop lies on the other side of the cut
    const beside = balanced({ holds: [hold("drop", 50)] });
    expect(at(beside, "50 mm")).toBeGreaterThan(at(beside, "drop 20 kg"));
  });

  it("says by what and before which stroke, and draws a sling as one", () => {
    const slung = balanced({ holds: [hold("piece", 2000, "sling")] });
    expect(said()).toMatch(/sling for the piece, 2000 mm from the cut, before stroke 2$/);
    expect(texts(slung)).toContain("before stroke 2");
    expect(slung.querySelectorAll("path[stroke='var(--accent)']")).toHaveLength(1);
  });

  it("draws no place to hold where no centre of gravity is known", () => {
    const unknown = balanced({ piece: null, holds: [hold("piece", 2000)] });
    expect(texts(unknown)).not.toContain("2000 mm");
  });
});
