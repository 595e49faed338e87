// @vitest-environment happy-dom
import { cleanup, fireEvent, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { SHORTCUTS, useShortcuts } from "./keys";

const actions = { find: vi.fn(), help: vi.fn(), units: vi.fn() };
const counts = () => Object.values(actions).map((each) => each.mock.calls.length);
const press = (key: string, more = {}, at: Element = document.body) =>
  fireEvent.keyDown(at, { key, ...more });

function field(tag: string): HTMLElement {
  const made = document.createElement(tag);
  document.body.append(made);
  return made;
}

beforeEach(() => {
  for (const each of Object.values(actions)) each.mockReset();
  document.body.replaceChildren();
});
afterEach(cleanup);

describe("keys that work everywhere", () => {
  it("find, help and change units, once a press, and the browser does nothing beside", () => {
    renderHook(() => useShortcuts(actions));
    // what is prevented is answered by false
    expect([press("k", { ctrlKey: true }), press("?"), press("u")]).toEqual([false, false, false]);
    expect(counts()).toEqual([1, 1, 1]);
    press("K", { metaKey: true });
    expect(counts()).toEqual([2, 1, 1]);
  });

  it("leave who types alone, but for find", () => {
    renderHook(() => useShortcuts(actions));
    for (const tag of ["input", "textarea", "select"]) {
      const at = field(tag);
      expect([press("u", {}, at), press("?", {}, at), press("n", {}, at)]).toEqual([
        true,
        true,
        true,
      ]);
    }
    expect(counts()).toEqual([0, 0, 0]);
    press("k", { ctrlKey: true }, field("input"));
    expect(counts()).toEqual([1, 0, 0]);
  });

  it("leave other keys and the browser's own combinations alone", () => {
    renderHook(() => useShortcuts(actions));
    expect(press("x")).toBe(true);
    expect(press("u", { ctrlKey: true })).toBe(true);
    expect(press("?", { altKey: true })).toBe(true);
    expect(counts()).toEqual([0, 0, 0]);
  });

  it("go to the quick entry, where there is one", () => {
    renderHook(() => useShortcuts(actions));
    press("n");
    expect(document.activeElement).toBe(document.body);
    const entry = field("input");
    entry.dataset.quickEntry = "";
    press("n");
    expect(document.activeElement).toBe(entry);
  });

  it("are over with their page", () => {
    const page = renderHook(() => useShortcuts(actions));
    page.unmount();
    press("u");
    press("k", { ctrlKey: true });
    expect(counts()).toEqual([0, 0, 0]);
  });

  it("are all told, each once", () => {
    const keys = SHORTCUTS.map(([key]) => key);
    expect(new Set(keys).size).toBe(keys.length);
    for (const key of ["Ctrl K", "n", "u", "?"]) expect(keys).toContain(key);
  });
});
