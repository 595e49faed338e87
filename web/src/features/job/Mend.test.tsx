// @vitest-environment happy-dom
/** A cut that plans no more: why, in the reader's units, and its line to be typed again by who may plan. */
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ApiFailure, type LineView } from "@/api/client";
import { SCREEN } from "@/text";
import { PreferencesProvider } from "@/ui/preferences";
import { Mend } from "./Mend";

const rights = { plan: true };
vi.mock("@/ui/session", () => ({
  May: ({ children }: { children: unknown }) => (rights.plan ? children : null),
}));
type Entry = {
  text: string;
  label: string;
  onText: (text: string) => void;
  onEnter: (read: { input: unknown }) => void;
};
// the reading of a line is the entry's own affair, and tested there
vi.mock("@/cut", () => ({
  QuickEntry: ({ text, label, onText, onEnter }: Entry) => (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onEnter({ input: { steel: { thickness_mm: text.length } } });
      }}
    >
      <input aria-label={label} value={text} onChange={(event) => onText(event.target.value)} />
    </form>
  ),
}));

const view = {
  line: { id: "L", typed: "24x 1/2 plate 18in" },
  request: null,
  plan: null,
  fault: {
    path: "steel.thickness_mm",
    code: "out_of_range",
    message: "Thickness is 900 mm; it must be 3 mm to 300 mm.",
    value: 900,
    limits: { low: 3, high: 300, unit: "mm" },
  },
} as unknown as LineView;
const onMend = vi.fn();
const shown = (refused: unknown = null) =>
  render(
    <PreferencesProvider>
      <Mend view={view} onMend={onMend} refused={refused} />
    </PreferencesProvider>,
  );
const field = () => screen.getByLabelText(SCREEN.typeAgain) as HTMLInputElement;

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal("matchMedia", () => ({ matches: false }));
  rights.plan = true;
  onMend.mockClear();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("a cut that plans no more", () => {
  it("says which input it is, in inches to who reads inches", () => {
    shown();
    const said = screen.getByRole("alert").textContent;
    expect(said).toContain(SCREEN.doesNotPlan);
    expect(said).toMatch(/is 35\.43 in; it must be 0\.118 in to 11\.81 in\.$/);
  });

  it("begins with the line as it was typed, and sends what is typed with its reading", () => {
    const { container } = shown();
    expect(field().value).toBe("24x 1/2 plate 18in");
    fireEvent.change(field(), { target: { value: "24x 1 plate" } });
    fireEvent.submit(container.querySelector("form") as HTMLFormElement);
    expect(onMend.mock.calls).toEqual([["24x 1 plate", { steel: { thickness_mm: 11 } }]]);
  });

  it("keeps what was typed where the shop does not take it, and says why", () => {
    const { rerender } = shown();
    fireEvent.change(field(), { target: { value: "24x 20 in plate" } });
    rerender(
      <PreferencesProvider>
        <Mend view={view} onMend={onMend} refused={new ApiFailure("offline", "away")} />
      </PreferencesProvider>,
    );
    expect(field().value).toBe("24x 20 in plate");
    expect(screen.getByRole("note").textContent).toContain(SCREEN.offline);
  });

  it("is told to who may not plan, and not offered to be typed", () => {
    rights.plan = false;
    shown();
    expect(screen.getByRole("alert").textContent).toContain(SCREEN.doesNotPlan);
    expect(screen.queryByLabelText(SCREEN.typeAgain)).toBeNull();
  });
});
