// @vitest-environment happy-dom
/** Before the first step: what is rigged, and what the place is like. */
import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { SCREEN } from "@/text";
import { PLACES, RUN } from "@/text/run";
import { button, cut, document, none, onAsked, onWho, start, words } from "./kit";

vi.mock("@tanstack/react-router", async (original) => ({
  ...(await original<typeof import("@tanstack/react-router")>()),
  Link: "a",
}));
beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal("matchMedia", () => ({ matches: false }));
  onAsked.mockClear();
  onWho.mockClear();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("rig and place", () => {
  it("asks what is rigged where the cuts differ, and names those left out", () => {
    const other = cut("B", {
      fits: false,
      why_not: "other_fuel",
      request: {
        gas: { fuel: "propane" },
        steel: { thickness_mm: 10 },
        cut: { length_mm: 100, process: "guided" },
      },
      plan: { verdict: "ok" },
    });
    const both = document({ fuels: ["acetylene", "propane"], cuts: [cut("A"), other] });
    const container = start(both, { asked: { fuel: "acetylene" } });
    expect(words(container, "[data-others='1'] li")).toMatch(/ · propane$/);
    fireEvent.click(button("propane"));
    expect(onAsked.mock.calls).toEqual([[{ fuel: "propane", cylinders: [] }]]);
    cleanup();
    expect(start(document()).querySelector("[data-fuel]"), "one fuel is no question").toBeNull();
  });

  it("touches what the place is like, and of acetylene alone whether a cylinder lay down", () => {
    start(document());
    for (const { text } of PLACES) {
      expect(button(text).getAttribute("aria-pressed"), text).toBe("false");
    }
    fireEvent.click(button(PLACES[0]?.text ?? ""));
    expect(onAsked.mock.calls).toEqual([[{ [PLACES[0]?.key ?? ""]: true }]]);
    expect(button(RUN.lying)).toBeDefined();
    cleanup();
    start(document({ fuel: "propane", fuels: ["propane"] }));
    expect(screen.queryByRole("button", { name: RUN.lying })).toBeNull();
  });

  it("knows of paint or zinc by a cut, before anybody touches it", () => {
    const container = start(document({ place: { ...none, coated: true } }));
    expect(container.querySelector("[data-place='coated']")?.getAttribute("aria-pressed")).toBe(
      "true",
    );
  });

  it("picks the cylinders on the rig, says what is in each, and takes one off again", () => {
    const stood = (gear_id: string, free_gas_l: number | null) => ({
      gear_id,
      label: `Oxygen ${gear_id}`,
      free_gas_l,
      stands_until: null,
      rigged: false,
    });
    const doc = document({ cylinders: [stood("1", 2831.7), stood("2", null)] });
    start(doc, { asked: { cylinders: ["1"] } });
    expect(button(/^Oxygen 1: 100 ft³$/).getAttribute("aria-pressed")).toBe("true");
    fireEvent.click(button(`Oxygen 2: ${RUN.unread}`));
    fireEvent.click(button(/^Oxygen 1:/));
    expect(onAsked.mock.calls).toEqual([[{ cylinders: ["1", "2"] }], [{ cylinders: [] }]]);
  });

  it("defers to the maker's manual and the permit", () => {
    start(document());
    expect(screen.getByText(SCREEN.manual)).toBeDefined();
  });
});
