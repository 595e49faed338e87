// @vitest-environment happy-dom
/** What is empty, wrong or dangerous, and what a person reads in: never by colour alone. */
import { act, cleanup, fireEvent, render, renderHook, screen } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ApiFailure, type FieldError } from "@/api/client";
import { SCREEN } from "@/text";
import { LEVEL_WORDS, type Level, Mark } from "../mark";
import { Notice } from "../notice";
import { PreferencesProvider, usePreferences } from "../preferences";
import { Failed } from "../states";
import { Undo } from "../undo";

const within = (what: ReactNode) => render(<PreferencesProvider>{what}</PreferencesProvider>);
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
    within(<Failed error={new ApiFailure("offline", "fetch failed")} />);
    expect(screen.getByRole("note").textContent).toContain(SCREEN.offline);
    cleanup();
    within(<Failed error={new ApiFailure("not_found", "There is nothing under this id.")} />);
    expect(screen.getByRole("note").textContent).toContain("There is nothing under this id.");
    cleanup();
    within(<Failed error="odd" />);
    expect(screen.getByRole("note").textContent).toContain("odd");
  });

  it("says each field that is refused in the units of who reads it, once", () => {
    const limits = { low: 3, high: 300, unit: "mm" };
    const field = (path: string) =>
      ({ path, code: "out_of_range", message: `${path} in mm`, value: 900, limits }) as FieldError;
    const both = ["steel.thickness_mm", "steel.thickness_mm", "cut.length_mm"].map(field);
    const refused = new ApiFailure("invalid_input", "all of it in mm", both);
    const said = () => screen.getAllByRole("note").map((note) => note.textContent);
    within(<Failed error={refused} />);
    expect(said()).toHaveLength(2);
    expect(said()[0]).toMatch(/is 35\.43 in; it must be 0\.118 in to 11\.81 in\.$/);
    cleanup();
    localStorage.setItem("galvanon.units", "metric");
    within(<Failed error={refused} />);
    expect(said()[0]).toMatch(/is 900 mm; it must be 3 mm to 300 mm\.$/);
  });

  it("can be tried again only where trying again means something", () => {
    const onRetry = vi.fn();
    within(<Failed error="odd" onRetry={onRetry} />);
    fireEvent.click(screen.getByRole("button"));
    expect(onRetry).toHaveBeenCalledTimes(1);
    cleanup();
    within(<Failed error="odd" />);
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
