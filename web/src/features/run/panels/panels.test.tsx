// @vitest-environment happy-dom
/** What stands over everything, and what is read across the room. */
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { RUN } from "@/text/run";
import { PreferencesProvider } from "@/ui/preferences";
import type { Doc, Step } from "../model";
import { Emergency } from "./Emergency";
import { Leaking } from "./Leaking";
import { Pace } from "./Pace";
import { Timer } from "./Timer";

const steps = (...texts: string[]) => texts.map((text) => ({ code: text, key: text, text }));
const trouble = (code: string, urgency: string, ...todo: string[]) => ({
  code,
  urgency,
  text: `It ${code}`,
  steps: steps(...todo),
});
const DOC = {
  troubles: [
    trouble("backfire", "stop", "Shut the oxygen", "Shut the fuel"),
    trouble("flame_pops", "care", "Look at the tip"),
    trouble("slow_flame", "care", "Open it a little"),
  ],
  first_aid: steps("Cool it with water"),
  emergency_numbers: "112, yard gate 3",
} as unknown as Doc;
const items = () => screen.getAllByRole("listitem").map((item) => item.textContent);
const within = (what: ReactNode) => render(<PreferencesProvider>{what}</PreferencesProvider>);

beforeEach(() => {
  localStorage.clear();
  vi.useFakeTimers({ now: Date.UTC(2026, 4, 1, 12) });
  vi.stubGlobal("matchMedia", () => ({ matches: false }));
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
const pass = (seconds: number) => act(() => vi.advanceTimersByTime(seconds * 1000));

describe("an emergency", () => {
  it("offers what can hurt and a burn, and nothing that only spoils a cut", () => {
    render(<Emergency doc={DOC} onClose={() => {}} />);
    const shown = document.querySelectorAll<HTMLElement>("[data-case]");
    expect([...shown].map((each) => each.dataset.case)).toEqual([
      "backfire",
      "flame_pops",
      "skin_burn",
    ]);
  });

  it("says what to shut, in order, and whom to call; back leads to the others, close away", () => {
    const onClose = vi.fn();
    render(<Emergency doc={DOC} onClose={onClose} />);
    fireEvent.click(screen.getByText("It backfire"));
    expect(items()).toEqual(["Shut the oxygen", "Shut the fuel"]);
    expect(document.querySelector("[data-numbers]")?.textContent).toBe(
      `${RUN.call}: 112, yard gate 3`,
    );
    fireEvent.click(screen.getByText(RUN.back));
    expect(onClose).not.toHaveBeenCalled();
    fireEvent.click(screen.getByText(RUN.skinBurn));
    expect(items()).toEqual(["Cool it with water"]);
    fireEvent.click(screen.getByText(RUN.back));
    fireEvent.click(screen.getByText(RUN.close));
    expect(onClose).toHaveBeenCalledTimes(1);
  });

  it("says that the shop has set no numbers, and never an empty one", () => {
    render(<Emergency doc={{ ...DOC, emergency_numbers: "" }} onClose={() => {}} />);
    expect(document.querySelector("[data-numbers]")?.textContent).toContain(RUN.noNumbers);
  });

  it("a leak is mended step by step", () => {
    // biome-ignore lint/suspicious/noThenProperty: so the shop names what a step leads to
    const step = { code: "soap", text: "It leaks", then: steps("Shut it", "Tighten", "Soap it") };
    render(<Leaking step={step as unknown as Step} />);
    expect(items()).toEqual(["Shut it", "Tighten", "Soap it"]);
  });
});

describe("a clock", () => {
  const started = (seconds: number) => ({
    id: "e",
    happened_at: new Date(Date.now() - seconds * 1000).toISOString(),
  });
  const shown = () => screen.getByRole("timer").textContent;
  const clock = (total: number, running?: ReturnType<typeof started>) => {
    const [onStart, onStop] = [vi.fn(), vi.fn()];
    render(<Timer total={total} started={running} onStart={onStart} onStop={onStop} />);
    return { onStart, onStop };
  };

  it("waits with its whole time until it is started", () => {
    const { onStart } = clock(300);
    expect(shown()).toBe("5:00");
    pass(60);
    expect(shown()).toBe("5:00");
    fireEvent.click(screen.getByText(RUN.startClock));
    expect(onStart).toHaveBeenCalledTimes(1);
  });

  it("that ran before this page was opened goes on from there, and can be stopped", () => {
    const { onStop } = clock(300, started(100));
    expect(shown()).toBe("3:20");
    pass(20);
    expect(shown()).toBe("3:00");
    fireEvent.click(screen.getByText(RUN.stopClock));
    expect(onStop).toHaveBeenCalledTimes(1);
  });

  it("says when its time is up, and is not stopped then", () => {
    clock(300, started(299));
    pass(2);
    expect(shown()).toBe(RUN.over);
    expect(screen.queryByRole("button")).toBeNull();
  });

  it("gives nothing away where the clock of the wall was set back", () => {
    clock(300, started(-3600));
    expect(shown()).toBe("5:00");
  });
});

describe("the pace", () => {
  const pace = (since: number | null) =>
    within(<Pace pace={300} length={600} stops={[400]} since={since} />);
  const stands = () => document.querySelector<HTMLElement>("[data-pace]")?.dataset.pace;

  it("can be run dry before the lever goes down, and stopped", () => {
    pace(null);
    expect(stands()).toBe("still");
    fireEvent.click(screen.getByText(RUN.dryRun));
    expect(stands()).toBe("runs");
    fireEvent.click(screen.getByText(RUN.stopDry));
    expect(stands()).toBe("still");
  });

  it("counts to the next stop, then to the end, then to nothing", () => {
    pace(performance.now());
    const next = () => document.querySelector<HTMLElement>("[data-next-stop]")?.dataset.nextStop;
    // 300 mm a minute: 400 mm are 80 s
    expect(next()).toBe("80.0");
    pass(60);
    expect(Number(next())).toBeCloseTo(20, 0);
    pass(30);
    expect(Number(next())).toBeCloseTo(30, 0);
    pass(60);
    expect(next()).toBeUndefined();
    expect(screen.queryByText(RUN.dryRun), "the lever is down").toBeNull();
  });
});
