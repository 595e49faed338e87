// @vitest-environment happy-dom
/** What is empty, wrong or dangerous, and what a person reads in: never by colour alone. */
import { act, cleanup, fireEvent, render, renderHook, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ApiFailure } from "@/api/client";
import { SCREEN } from "@/text";
import { LEVEL_WORDS, type Level, Mark } from "../mark";
import { Notice } from "../notice";
import { PreferencesProvider, usePreferences } from "../preferences";
import { Failed } from "../states";
import { Undo } from "../undo";

const LEVELS = Object.keys(LEVEL_WORDS) as Level[];
let dark = false;
beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal("matchMedia", () => ({ matches: dark }));
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  dark = false;
});

describe("the levels", () => {
  it("have each a shape and a word of their own", () => {
    const shapes = LEVELS.map((level) => {
      const { container } = render(<Mark level={level} />);
      return container.querySelector("path")?.getAttribute("d");
    });
    expect(new Set(shapes).size).toBe(LEVELS.length);
    expect(new Set(Object.values(LEVEL_WORDS)).size).toBe(LEVELS.length);
  });

  it("are said in words with their sentence; a stop is called out, the others are not", () => {
    for (const level of LEVELS) {
      render(<Notice level={level}>Shut it off.</Notice>);
      const role = level === "stop" ? "alert" : "note";
      expect(screen.getByRole(role).textContent).toBe(`${LEVEL_WORDS[level]}.Shut it off.`);
      cleanup();
    }
  });
});

describe("what failed", () => {
  it("says that the shop is out of reach in words of the shop, and what else it was as it was told", () => {
    render(<Failed error={new ApiFailure("offline", "fetch failed")} />);
    expect(screen.getByRole("note").textContent).toContain(SCREEN.offline);
    cleanup();
    render(<Failed error={new ApiFailure("invalid_input", "thickness 900 mm: 3 to 300")} />);
    expect(screen.getByRole("note").textContent).toContain("thickness 900 mm: 3 to 300");
    cleanup();
    render(<Failed error="odd" />);
    expect(screen.getByRole("note").textContent).toContain("odd");
  });

  it("can be tried again only where trying again means something", () => {
    const onRetry = vi.fn();
    render(<Failed error="odd" onRetry={onRetry} />);
    fireEvent.click(screen.getByRole("button"));
    expect(onRetry).toHaveBeenCalledTimes(1);
    cleanup();
    render(<Failed error="odd" />);
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("what was deleted is told and taken back, or let be", () => {
    const [onUndo, onDismiss] = [vi.fn(), vi.fn()];
    render(<Undo what="Cut deleted." onUndo={onUndo} onDismiss={onDismiss} />);
    expect(screen.getByRole("status").textContent).toContain("Cut deleted.");
    fireEvent.click(screen.getByText("Undo"));
    fireEvent.click(screen.getByText("Dismiss"));
    expect([onUndo.mock.calls.length, onDismiss.mock.calls.length]).toEqual([1, 1]);
  });
});

describe("what a person reads in", () => {
  const opened = () => renderHook(usePreferences, { wrapper: PreferencesProvider }).result;

  it("is kept on this screen, whatever the shop offers afterwards", () => {
    const first = opened();
    act(() => first.current.setSystem("metric"));
    act(() => first.current.setTheme("dark"));
    expect(document.documentElement.dataset.theme).toBe("dark");
    const again = opened();
    expect([again.current.system, again.current.theme]).toEqual(["metric", "dark"]);
    act(() => again.current.offerSystem("inch"));
    expect(again.current.system).toBe("metric");
  });

  it("is what the shop offers where nobody picked, and what is usual where what was kept is none", () => {
    localStorage.setItem("galvanon.units", "cubits");
    const kept = opened();
    expect(kept.current.system).toBe("inch");
    localStorage.clear();
    const offered = opened();
    act(() => offered.current.offerSystem("metric"));
    expect([offered.current.system, localStorage.getItem("galvanon.units")]).toEqual([
      "metric",
      null,
    ]);
  });

  it("is dark where the machine is, until somebody picks", () => {
    dark = true;
    expect(opened().current.theme).toBe("dark");
    localStorage.setItem("galvanon.theme", "light");
    expect(opened().current.theme).toBe("light");
  });
});
