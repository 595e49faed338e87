// @vitest-environment happy-dom
import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ticks } from "../clock";
import { READY } from "./going";
import { useGoing } from "./useGoing";

const NOON = Date.UTC(2026, 4, 1, 12);
beforeEach(() => {
  localStorage.clear();
  vi.useFakeTimers({ now: NOON });
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});
const at = (line: string | undefined) =>
  renderHook(({ line }) => useGoing(line), { initialProps: { line } });

describe("a piece under way", () => {
  it("is found again after a reload, with the seconds it has run since", () => {
    const page = at("L");
    act(() => page.result.current.go({ stage: "heating", heatAt: Date.now() }));
    page.unmount();
    vi.advanceTimersByTime(12_000);
    const { going, marks } = at("L").result.current;
    expect(going.stage).toBe("heating");
    expect(ticks() - (marks.heat ?? 0)).toBe(12_000);
    expect(marks.lever).toBeNull();
  });

  it("belongs to its cut: another one is ready, and this one goes on when it comes again", () => {
    const page = at("L");
    act(() => page.result.current.go({ stage: "cutting", leverAt: Date.now() }));
    page.rerender({ line: "M" });
    expect([page.result.current.going, page.result.current.marks]).toEqual([
      READY,
      { heat: null, lever: null },
    ]);
    page.rerender({ line: "L" });
    expect(page.result.current.going.stage).toBe("cutting");
    expect(page.result.current.marks.lever).not.toBeNull();
  });

  it("is none where what was kept cannot be read, and without a cut nothing is kept", () => {
    localStorage.setItem("galvanon.going.L", "{half");
    expect(at("L").result.current.going).toEqual(READY);
    const none = at(undefined);
    act(() => none.result.current.go({ stage: "heating", heatAt: NOON }));
    expect(localStorage.length).toBe(1);
  });

  it("keeps its clock while its stage lasts, and begins none anew", () => {
    const page = at("L");
    act(() => page.result.current.go({ stage: "cutting", leverAt: NOON }));
    const begun = page.result.current.marks.lever;
    vi.advanceTimersByTime(3_000);
    act(() => page.result.current.go({ ...page.result.current.going, stage: "cutting" }));
    expect(page.result.current.marks.lever).toBe(begun);
    act(() => page.result.current.go(READY));
    expect(page.result.current.marks).toEqual({ heat: null, lever: null });
  });

  it("began no earlier than now where the clock of the wall was set back", () => {
    localStorage.setItem(
      "galvanon.going.L",
      JSON.stringify({ stage: "heating", heatAt: NOON + 3_600_000 }),
    );
    expect(ticks() - (at("L").result.current.marks.heat ?? 0)).toBe(0);
  });
});
