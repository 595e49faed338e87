// @vitest-environment happy-dom
/** A shape from its end: each stroke with its number to be read, its sides to be shut. */
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { SectionEnd } from "../section-end";
import { across, centre, type Stroke, tee, texts, torch } from "./tee";

afterEach(cleanup);

describe("from its end", () => {
  const end = (more: Partial<Parameters<typeof SectionEnd>[0]> = {}) =>
    render(
      <SectionEnd
        section={tee()}
        torch={torch}
        running={false}
        sides={["above", "near"]}
        {...more}
      />,
    ).container;

  it("says its strokes in their order", () => {
    end();
    expect(screen.getByRole("group").getAttribute("aria-label")).toMatch(
      /^WT4X9 from its end, 2 strokes: 1 flange on top, .+; 2 web, .+$/,
    );
  });

  it("stands a number off the side that the torch comes from", () => {
    const container = end();
    const middle = { x: 120, y: 126 };
    expect(centre(container, 1).y, "from above").toBeLessThan(middle.y - 40);
    expect(centre(container, 2).x, "from the near side").toBeLessThan(middle.x - 10);
  });

  it("never draws one number on another", () => {
    const crowded = [1, 2, 3, 4].map((order) => ({ ...across[0], order }) as Stroke);
    const container = end({ section: tee({ strokes: crowded }) });
    const all = crowded.map((each) => centre(container, each.order));
    for (const [i, a] of all.entries()) {
      for (const b of all.slice(i + 1)) {
        expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThanOrEqual(17);
      }
    }
  });

  it("shows the torch only while it runs, slow where the stroke is", () => {
    expect(end().querySelector("[data-torch]")).toBeNull();
    cleanup();
    expect(end({ running: true }).querySelector("[data-torch='pace']")).not.toBeNull();
    cleanup();
    const slow = end({ running: true, torch: { ...torch, slow: true } });
    expect(slow.querySelector("[data-torch='slow']")).not.toBeNull();
  });

  it("shuts and opens a side by mouse and by key, and tells which are shut", () => {
    const onSide = vi.fn();
    const container = end({ onSide });
    expect(texts(container)).toEqual(expect.arrayContaining(["far side: shut", "you stand here"]));
    const far = screen.getByRole("button", { name: "In reach: far side" });
    expect(far.getAttribute("aria-pressed")).toBe("false");
    fireEvent.click(far);
    fireEvent.keyDown(far, { key: "Enter" });
    fireEvent.keyDown(far, { key: "x" });
    expect(onSide.mock.calls).toEqual([["far"], ["far"]]);
  });

  it("has no buttons where nothing can be shut", () => {
    end();
    expect(screen.queryByRole("button")).toBeNull();
  });
});
