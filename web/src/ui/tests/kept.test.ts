// @vitest-environment happy-dom
import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { useKept } from "../kept";

beforeEach(() => localStorage.clear());
afterEach(cleanup);

describe("what a screen keeps", () => {
  it("is found again by the next page, each under its own key", () => {
    const first = renderHook(() => useKept("a", { at: 1 }));
    act(() => first.result.current[1]({ at: 2 }));
    expect(first.result.current[0]).toEqual({ at: 2 });
    first.unmount();
    expect(renderHook(() => useKept("a", { at: 1 })).result.current[0]).toEqual({ at: 2 });
    expect(renderHook(() => useKept("b", { at: 1 })).result.current[0]).toEqual({ at: 1 });
  });

  it("is what is usual where an older version wrote what cannot be read", () => {
    localStorage.setItem("a", "{half");
    const { result } = renderHook(() => useKept("a", "usual"));
    expect(result.current[0]).toBe("usual");
    act(() => result.current[1]("mine"));
    expect(localStorage.getItem("a")).toBe('"mine"');
  });
});
