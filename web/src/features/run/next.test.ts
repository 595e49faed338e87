import { describe, expect, it } from "vitest";
import { RUN } from "@/text/run";
import type { Card, Step } from "./model";
import { type Before, nextOf, type Standing } from "./next";
import type { Going } from "./piece/going";

const rigged: Before = {
  running: false,
  settled: true,
  makeable: true,
  unsaid: false,
  misses: false,
};
const here = (more: Partial<Standing>) =>
  nextOf({
    card: undefined,
    going: { stage: "ready" },
    leak: false,
    over: false,
    left_s: 0,
    before: rigged,
    ...more,
  });
const first = (more: Partial<Before>) => here({ before: { ...rigged, ...more } });
const step = (more: Partial<Step>) =>
  ({ key: "k", phase: "rig", title: "", step: { key: "k", level: "do", ...more } }) as Card;
const stage = { key: "s", phase: "rig", title: "", steps: [] } as unknown as Card;
const cut = (work: object | null) =>
  ({ key: "c", phase: "cut", title: "", cut: { plan: { work } } }) as unknown as Card;

describe("before the first card", () => {
  it("a run is started, or gone on with", () => {
    expect(first({})).toEqual({ text: RUN.start, does: "begin", disabled: false });
    expect(first({ running: true })).toMatchObject({ text: RUN.goOn, disabled: false });
  });

  it("no cylinder is opened without one cut that may be made, nor while the last word is under way", () => {
    expect(first({ makeable: false })?.disabled).toBe(true);
    expect(first({ settled: false })?.disabled).toBe(true);
    expect(first({ running: true, makeable: false })?.disabled).toBe(true);
  });

  it("what is rigged is asked first, and a cylinder that lay before all", () => {
    expect(first({ unsaid: true })).toMatchObject({ text: RUN.sayRigged, disabled: true });
    const both = first({ unsaid: true, misses: true });
    expect(both).toMatchObject({ text: RUN.standNeedsShop, disabled: true });
  });

  it("a run that goes on was asked already", () => {
    const next = first({ running: true, unsaid: true, misses: true });
    expect(next).toMatchObject({ text: RUN.goOn, disabled: false });
  });
});

describe("on a step", () => {
  it("a check is answered, anything else is done", () => {
    expect(here({ card: step({ level: "check" }) })).toMatchObject({ text: RUN.yes, does: "done" });
    expect(here({ card: step({}) })).toMatchObject({ text: RUN.done, does: "done" });
  });

  it("a stop waits for its clock, a plain step does not", () => {
    const stop = step({ level: "stop", timer_s: 600 });
    expect(here({ card: stop, left_s: 1 })?.disabled).toBe(true);
    expect(here({ card: stop, left_s: 0 })?.disabled).toBe(false);
    expect(here({ card: step({ timer_s: 600 }), left_s: 1 })?.disabled).toBe(false);
  });

  it("nothing is passed while a gauge stands over its ceiling", () => {
    expect(here({ card: step({}), over: true })?.disabled).toBe(true);
    expect(here({ card: stage, over: true })).toMatchObject({
      text: RUN.stageDone,
      disabled: true,
    });
  });

  it("a leak leads back to its test, whatever else stands", () => {
    for (const card of [step({}), stage]) {
      expect(here({ card, leak: true, over: true })).toEqual({
        text: RUN.leakAgain,
        does: "leakMended",
      });
    }
  });
});

describe("on a cut", () => {
  const at = (stage: Going["stage"], work: object | null = null) =>
    here({ card: cut(work), going: { stage } })?.does;

  it("heat, lever and end follow one another", () => {
    expect([at("ready"), at("heating"), at("cutting")]).toEqual(["heat", "lever", "cutEnds"]);
  });

  it("other work goes by its own stages: no lever", () => {
    expect([at("ready", {}), at("cutting", {})]).toEqual(["stageBegins", "stageEnds"]);
  });

  it("there is none while it is asked how it came out, or whether it is lost", () => {
    expect([at("outcome"), at("lost"), at("outcome", {})]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });
});
