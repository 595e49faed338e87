// @vitest-environment happy-dom
/** What a hand is told beside the steps: what is handed over, what went out, what is seen on the edge. */
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { RUN } from "@/text/run";
import { PreferencesProvider } from "@/ui/preferences";
import type { Cut, HandOver as Over, Step } from "../model";
import { Lost } from "./GoOn";
import { HandOver } from "./HandOver";
import { Reasons } from "./Reasons";

const within = (what: ReactNode) => render(<PreferencesProvider>{what}</PreferencesProvider>);
const items = () => screen.getAllByRole("listitem").map((item) => item.textContent);

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal("matchMedia", () => ({ matches: false }));
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("what is handed over", () => {
  const cut = (typed: string, more: object = {}) =>
    ({ line: { id: typed, typed }, request: undefined, why_not: null, ...more }) as unknown as Cut;
  const over = (more: Partial<Over>): Over => ({
    cuts: [],
    skipped: [],
    open: [],
    left: false,
    complete: false,
    ...more,
  });

  it("says that all is done only when it is", () => {
    within(<HandOver over={over({ complete: true })} />);
    expect(screen.getByRole("heading").textContent).toBe(RUN.allDone);
    cleanup();
    within(<HandOver over={over({})} why="the shift ended" />);
    expect(screen.getByRole("heading").textContent).toBe(`${RUN.stillOpen}: the shift ended`);
  });

  it("counts the pieces of each cut, and says why one is not made", () => {
    const why = { code: "made_up_for_a_test", text: "Cast iron.", level: "stop", values: {} };
    const cuts = [
      { cut: cut("20 mm plate"), made: 1, of: 4, why: undefined },
      { cut: cut("a casting"), made: 0, of: 1, why },
    ] as unknown as Over["cuts"];
    within(<HandOver over={over({ cuts })} />);
    expect(items()).toEqual(["1 of 4: 20 mm plate", `0 of 1: a casting${RUN.stopped} Cast iron.`]);
  });

  it("tells what is open, and what was left out with its reason", () => {
    const step = (text: string) => ({ key: text, text }) as unknown as Step;
    const skipped = [{ step: step("Extinguisher at hand"), reason: "not met here" }];
    within(<HandOver over={over({ open: [step("Bleed the hoses")], skipped })} />);
    expect(screen.getByText(new RegExp(RUN.stepOpen)).textContent).toBe(
      `${RUN.stepOpen} Bleed the hoses`,
    );
    expect(items()).toEqual(["Extinguisher at hand not met here."]);
    cleanup();
    within(<HandOver over={over({ open: [step("Bleed"), step("Shut")] })} />);
    expect(screen.getByText(new RegExp(RUN.stepsOpen)).textContent).toBe(
      `2 ${RUN.stepsOpen} Bleed`,
    );
  });
});

describe("a cut that went out", () => {
  const step = (text: string) => ({ code: `made_up_${text}`, text, values: {} });
  const cut = (through: string[], not: string[]) =>
    ({ lost_through: through.map(step), lost_not_through: not.map(step) }) as unknown as Cut;

  it("asks whether it was through, and leads back by what is so", () => {
    const onGoOn = vi.fn();
    within(<Lost cut={cut(["Start at the stop"], ["Start behind it", "Wait"])} onGoOn={onGoOn} />);
    expect(screen.queryByText(RUN.outOfHere), "nobody goes on before it is known").toBeNull();
    fireEvent.click(screen.getByText(RUN.no));
    expect(items()).toEqual(["Start behind it", "Wait"]);
    fireEvent.click(screen.getByText(RUN.outOfHere));
    expect(onGoOn).toHaveBeenCalledTimes(1);
    cleanup();
    within(<Lost cut={cut(["Start at the stop"], ["Start behind it"])} onGoOn={onGoOn} />);
    fireEvent.click(screen.getByText(RUN.yes));
    expect(items()).toEqual(["Start at the stop"]);
  });

  it("of a wash or a heat has no kerf to go back into, and is not asked about", () => {
    within(<Lost cut={cut([], [])} onGoOn={() => {}} />);
    expect(screen.queryByText(RUN.through)).toBeNull();
    expect(screen.getByText(RUN.heatAgain)).toBeDefined();
  });
});

describe("a reason", () => {
  it("is picked by one touch; the one that stands is told, and one may go back where that is offered", () => {
    const [onPick, onClose] = [vi.fn(), vi.fn()];
    const reasons = ["done already today", "not met here"];
    render(
      <Reasons
        question="Why?"
        reasons={reasons}
        picked="not met here"
        onPick={onPick}
        onClose={onClose}
      />,
    );
    const pressed = screen.getAllByRole("button").map((each) => each.getAttribute("aria-pressed"));
    expect(pressed).toEqual(["false", "true", null]);
    fireEvent.click(screen.getByText("done already today"));
    fireEvent.click(screen.getByText(RUN.back));
    expect([onPick.mock.calls, onClose.mock.calls.length]).toEqual([[["done already today"]], 1]);
    cleanup();
    render(<Reasons question="Why?" reasons={reasons} onPick={onPick} />);
    expect(screen.queryByText(RUN.back)).toBeNull();
  });
});
