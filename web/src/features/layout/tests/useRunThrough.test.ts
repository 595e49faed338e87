// @vitest-environment happy-dom
/** The run-through: the clock of the torch against frames that are given by hand. */
import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Schemas } from "@/api/client";
import { useRunThrough } from "../useRunThrough";

/** A line 100 mm long: 5 s of heat in 25 s. */
const line = (order: number) =>
  ({
    order,
    contour: { closed: false, start: [0, 0], segments: [{ to: [100, 0] }] },
    lead_in: [],
    lead_out: [],
    preheat_s: 5,
    time_s: 25,
  }) as unknown as Schemas["PathWire"];
const PATHS = [line(1), line(2)];

let frames: ((now: number) => void)[] = [];
let now = 0;
/** The screen draws: so many milliseconds after the frame before. */
const frame = (ms: number) =>
  act(() => {
    now += ms;
    const due = frames;
    frames = [];
    for (const draw of due) draw(now);
  });

beforeEach(() => {
  frames = [];
  now = 1_000;
  vi.stubGlobal("requestAnimationFrame", (draw: (now: number) => void) => frames.push(draw));
  vi.stubGlobal("cancelAnimationFrame", () => {
    frames = [];
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const opened = (paths = PATHS) => renderHook(() => useRunThrough(paths)).result;
const start = (run: ReturnType<typeof opened>) => {
  act(() => run.current.play());
  frame(16);
};

describe("the run-through of a layout", () => {
  it("has no torch on the plate before it begins", () => {
    const run = opened();
    expect(run.current).toMatchObject({ torch: null, playing: false, seconds: 0, whole: 50 });
    expect([run.current.done(1), run.current.done(2)]).toEqual([0, 0]);
  });

  it("passes ten seconds in one, or one where it is to be seen at its pace", () => {
    const run = opened();
    start(run);
    frame(1_000);
    expect(run.current.seconds).toBeCloseTo(10, 6);
    act(() => run.current.setTenfold(false));
    frame(16);
    frame(1_000);
    expect(run.current.seconds).toBeCloseTo(11, 6);
  });

  it("heats before it cuts, and tells how much of each path is done", () => {
    const run = opened();
    start(run);
    frame(400);
    expect(run.current.torch).toMatchObject({ leg: 0, heating: true });
    expect(run.current.torch?.at.x, "it waits at the start").toBeCloseTo(0, 9);
    frame(1_100);
    expect(run.current.torch).toMatchObject({ leg: 0, heating: false, part: 0.5 });
    expect(run.current.torch?.at.x).toBeCloseTo(50, 6);
    expect([run.current.done(1), run.current.done(2)]).toEqual([0.5, 0]);
    frame(2_000);
    expect([run.current.done(1), run.current.done(2)]).toEqual([1, 0.25]);
  });

  it("stands still while it is stopped, and goes on from there", () => {
    const run = opened();
    start(run);
    frame(1_000);
    act(() => run.current.play());
    frame(5_000);
    expect(run.current.seconds).toBeCloseTo(10, 6);
    start(run);
    frame(1_000);
    expect(run.current.seconds, "the pause is not counted").toBeCloseTo(20, 6);
  });

  it("ends where all is cut, and begins anew from there", () => {
    const run = opened();
    start(run);
    frame(9_000);
    expect(run.current).toMatchObject({ seconds: 50, playing: false });
    expect([run.current.done(1), run.current.done(2)]).toEqual([1, 1]);
    start(run);
    frame(100);
    expect(run.current.seconds).toBeCloseTo(1, 6);
  });

  it("goes to where a path begins", () => {
    const run = opened();
    act(() => run.current.goTo(2));
    expect(run.current.torch).toMatchObject({ leg: 1, heating: true });
    expect(run.current.seconds).toBe(25);
  });

  it("never stands past the end of a layout that grew shorter", () => {
    const { result, rerender } = renderHook(({ paths }) => useRunThrough(paths), {
      initialProps: { paths: PATHS },
    });
    act(() => result.current.goTo(2));
    rerender({ paths: PATHS.slice(0, 1) });
    expect(result.current.seconds).toBeLessThanOrEqual(result.current.whole);
  });

  it("has nothing to run where nothing is cut", () => {
    const run = opened([]);
    start(run);
    frame(1_000);
    expect(run.current).toMatchObject({ seconds: 0, playing: false, torch: null });
  });
});
