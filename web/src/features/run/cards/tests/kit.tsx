/** A run before its first step, for tests of what is asked there: an invented job, and what is shown of it. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, screen } from "@testing-library/react";
import { vi } from "vitest";
import { PreferencesProvider } from "@/ui/preferences";
import type { Doc } from "../../model";
import type { Run } from "../../useRun";
import { StartCard } from "../StartCard";

export const note = (code: string, text: string) => ({ code, text, level: "stop", values: {} });
export const cut = (id: string, more: object = {}) => ({
  line: { id, typed: `${id} typed`, version: 4, input: { section: { profile: "HSS6x6x1/4" } } },
  request: null,
  plan: null,
  fits: true,
  why_not: null,
  ...more,
});
export const none = { wind: false, bare_floor: false, low: false, confined: false, coated: false };
export const document = (more: object = {}) =>
  ({
    job_id: "J",
    job_name: "Footbridge",
    fuel: "acetylene",
    fuels: ["acetylene"],
    place: none,
    assembled: false,
    lying: false,
    cylinders: [],
    cuts: [cut("A")],
    stopped: [],
    people: [
      { id: "D", name: "Dorrit" },
      { id: "T", name: "Tobin" },
    ],
    uncleared: [],
    goes_on_s: 3600,
    ...more,
  }) as unknown as Doc;

export const [onAsked, onWho] = [vi.fn(), vi.fn()];
export const run = (more: object = {}) =>
  ({
    run: null,
    runs: [],
    reached: true,
    reload: vi.fn(),
    note: vi.fn(),
    leave: vi.fn(),
    ...more,
  }) as unknown as Run;
type Props = Parameters<typeof StartCard>[0];
export const start = (doc: Doc, more: Partial<Props> = {}) => {
  const usual = { run: run(), doc, asked: {}, onAsked, who: "D", signedIn: "Dorrit", onWho };
  return render(
    <PreferencesProvider>
      <QueryClientProvider client={new QueryClient()}>
        <StartCard {...usual} {...more} />
      </QueryClientProvider>
    </PreferencesProvider>,
  ).container;
};
export const button = (name: string | RegExp) => screen.getByRole("button", { name });
export const words = (container: Element, css: string) =>
  container.querySelector(css)?.textContent ?? "";
