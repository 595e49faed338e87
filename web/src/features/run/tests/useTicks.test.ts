// @vitest-environment happy-dom
import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ticks } from "../clock";
import { useSeconds, useTicks } from "../useTicks";

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});
const pass = (ms: number) => act(() => vi.advanceTimersByTime(ms));

describe("seconds that are told", () => {
  it("change as the clock does that began, not as the screen does", () => {
    const from = ticks() - 2_300;
    const { result } = renderHook(() => useSeconds(from));
    expect(Math.floor(result.current)).toBe(2);
    pass(699);
    expect(Math.floor(result.current)).toBe(2);
    pass(1);
    expect(Math.floor(result.current)).toBe(3);
    pass(60_000);
    expect(Math.floor(result.current)).toBe(63);
  });

  it("are none before anything began, and never less than none", () => {
    expect(renderHook(() => useSeconds(null)).result.current).toBe(0);
    expect(renderHook(() => useSeconds(ticks() + 5_000)).result.current).toBe(0);
  });

  it("leave no clock behind", () => {
    const clock = renderHook(({ from }) => useSeconds(from), {
      initialProps: { from: ticks() as number | null },
    });
    expect(vi.getTimerCount()).toBe(1);
    clock.rerender({ from: null });
    expect([vi.getTimerCount(), clock.result.current]).toEqual([0, 0]);
    clock.rerender({ from: ticks() });
    clock.unmount();
    expect(vi.getTimerCount()).toBe(0);
  });
});

describe("what moves", () => {
  it("is drawn as long as it runs, and no longer", () => {
    const mark = renderHook(({ running }) => useTicks(running), {
      initialProps: { running: true },
    });
    const begun = mark.result.current;
    pass(500);
    expect(mark.result.current).toBeGreaterThan(begun + 400);
    mark.rerender({ running: false });
    const stood = mark.result.current;
    pass(500);
    expect(mark.result.current).toBe(stood);
    expect(vi.getTimerCount()).toBe(0);
  });
});
