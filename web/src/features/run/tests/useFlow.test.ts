// @vitest-environment happy-dom
/** What each touch at the torch notes, and where it leads. */
import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { RUN } from "@/text/run";
import type { Depth, Doc, RunEvent, Step } from "../model";
import { useFlow } from "../useFlow";
import type { EventBody, Run } from "../useRun";

const step = (key: string, more: object = {}) =>
  ({ key, code: key, level: "do", skip: "free", needs_reason: false, ...more }) as unknown as Step;
const band = { low: 10, set: 14, high: 20 };
const cut = (id: string, count: number) => ({
  line: { id },
  request: { cut: { length_mm: 300 } },
  plan: {
    line_total: { count },
    tip: {},
    start_preheat_s: band,
    travel_speed_mm_min: { set: 300 },
    stops_mm: [],
    section: null,
  },
  fits: true,
  why_not: null,
});
const DOC = {
  fuel: "acetylene",
  ceiling_kpa: 103,
  phases: [
    {
      code: "place",
      title: "Place",
      steps: [step("permit", { needs_reason: true }), step("floor")],
    },
    { code: "leaks", title: "Leaks", steps: [step("soap"), step("look", { skip: "never" })] },
    { code: "cut", title: "Cut", steps: [] },
  ],
  cuts: [cut("L", 2)],
  stopped: [],
} as unknown as Doc;

/** A run whose shop takes everything: what was noted, and how often it was fetched anew. */
function tablet(depth: Depth = "every_step") {
  const noted: EventBody[] = [];
  const events: RunEvent[] = [];
  const reload = vi.fn();
  const note = async (what: EventBody) => {
    const id = `e${events.length}`;
    noted.push(what);
    const happened_at = new Date(Date.UTC(2026, 4, 1, 12, 0, events.length)).toISOString();
    events.push({ id, happened_at, person_id: null, ...what } as unknown as RunEvent);
    return id;
  };
  const page = renderHook(() => useFlow({ events, note, reload } as unknown as Run, DOC, depth));
  const flow = () => page.result.current;
  /** A touch, and the page drawn anew with what it noted. */
  const touch = async (what: (now: ReturnType<typeof flow>) => unknown) => {
    await act(async () => void (await what(flow())));
    page.rerender();
  };
  return { noted, reload, flow, touch, key: () => flow().card?.key };
}

beforeEach(() => {
  localStorage.clear();
  vi.useFakeTimers({ now: Date.UTC(2026, 4, 1, 12) });
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

describe("the way through the cards", () => {
  it("begins at the first that is open, goes back one at a time, and ends behind the last", async () => {
    const { flow, touch, key } = tablet();
    expect([flow().at, flow().ending]).toEqual([null, false]);
    await touch((now) => now.begin());
    expect(key()).toBe("permit");
    await touch((now) => now.done());
    expect(key()).toBe("floor");
    await touch((now) => now.back());
    await touch((now) => now.back());
    expect(flow().at).toBeNull();
    await touch((now) => now.begin());
    expect(key(), "what is done is not asked again").toBe("floor");
    for (const _ of DOC.phases) await touch((now) => now.done());
    expect(key()).toBe("cut:L");
    await touch((now) => now.toStart());
    expect([flow().at, flow().last]).toEqual([null, null]);
  });

  it("notes each step of a card that is done, and takes them back together", async () => {
    const { noted, flow, touch } = tablet("phases");
    await touch((now) => now.begin());
    expect(flow().card?.steps?.map((each) => each.key)).toEqual(["permit", "floor"]);
    const floor = step("floor");
    await touch((now) => now.toggle(floor, "no sparks reach it"));
    await touch((now) => now.done());
    expect(noted).toEqual([
      { kind: "skip", body: { key: "floor", reason: "no sparks reach it" } },
      { kind: "step", body: { key: "permit", done: true } },
    ]);
    expect(flow().last).toEqual({ ids: ["e1"], text: RUN.done });
    await touch((now) => now.undo());
    expect(noted[2]).toEqual({ kind: "undo", body: { event: "e1" } });
    expect([flow().last, flow().state.steps.get("permit")]).toEqual([null, undefined]);
  });

  it("asks for the reason where one is kept, and only there", async () => {
    const { noted, flow, touch, key } = tablet();
    await touch((now) => now.begin());
    await touch((now) => now.leave());
    expect([flow().leaving, key(), noted]).toEqual([true, "permit", []]);
    await touch((now) => now.stay());
    expect(flow().leaving).toBe(false);
    await touch((now) => now.leftBecause("a yard of our own"));
    expect(key()).toBe("floor");
    await touch((now) => now.leave());
    expect([flow().leaving, key()]).toEqual([false, "soap"]);
    expect(noted).toEqual([
      { kind: "skip", body: { key: "permit", reason: "a yard of our own" } },
      { kind: "skip", body: { key: "floor" } },
    ]);
  });

  it("goes back to the start of the test when a leak was mended, and tells of it", async () => {
    const { noted, flow, touch, key } = tablet();
    await touch((now) => now.begin());
    for (const _ of [1, 2, 3]) await touch((now) => now.done());
    expect(key()).toBe("look");
    await touch((now) => now.leakFound(step("look")));
    expect(flow().leak?.key).toBe("look");
    await touch((now) => now.leakMended());
    expect([key(), flow().leak]).toEqual(["soap", null]);
    expect(noted.at(-1)).toEqual({ kind: "note", body: { text: RUN.leakWas } });
  });
});

describe("gauges", () => {
  it("keep the last place of each needle, and note it with the card; contents change what is left", async () => {
    const { noted, reload, touch } = tablet();
    await touch((now) => now.begin());
    await touch((now) => now.reading("oxygen", "delivery", 200));
    await touch((now) => now.reading("oxygen", "delivery", 240));
    await touch((now) => now.done());
    expect(noted[0]).toEqual({
      kind: "reading",
      body: { gas: "oxygen", where: "delivery", pressure_kpa: 240 },
    });
    expect([noted.length, reload.mock.calls.length]).toEqual([2, 0]);
    await touch((now) => now.reading("oxygen", "contents", 9_000, "cylinder"));
    await touch((now) => now.done());
    expect(noted[2]).toMatchObject({ body: { gear_id: "cylinder", pressure_kpa: 9_000 } });
    expect(reload).toHaveBeenCalledTimes(1);
  });

  it("over the ceiling stand over it until the needle is brought down", async () => {
    const { flow, touch } = tablet();
    await touch((now) => now.begin());
    await touch((now) => now.reading("acetylene", "delivery", 110));
    expect(flow().over).toBe(true);
    await touch((now) => now.reading("acetylene", "delivery", 80));
    expect(flow().over).toBe(false);
  });
});

describe("a piece", () => {
  /** A tablet that has come to the cut. */
  async function atTheCut() {
    const made = tablet();
    await made.touch((now) => now.begin());
    for (const _ of [1, 2, 3, 4]) await made.touch((now) => now.done());
    made.noted.length = 0;
    return made;
  }
  const pass = (seconds: number) => act(() => vi.advanceTimersByTime(seconds * 1000));

  it("is timed by its touches: what was heated, what was cut, and the pace of it", async () => {
    const { noted, flow, touch } = await atTheCut();
    await touch((now) => now.heat());
    pass(14);
    await touch((now) => now.lever());
    pass(60);
    await touch((now) => now.cutEnds());
    expect(flow().going.stage).toBe("outcome");
    await touch((now) => now.outcome("good", ["slag_soft"]));
    // 300 mm in 60 s
    expect(noted).toEqual([
      {
        kind: "cut",
        body: {
          line_id: "L",
          outcome: "good",
          findings: ["slag_soft"],
          start_s: 14,
          duration_s: 60,
          pace_mm_min: 300,
        },
      },
    ]);
    expect(flow().going.stage).toBe("ready");
  });

  it("that went out is heated again; the seconds before it still count", async () => {
    const { noted, flow, touch } = await atTheCut();
    await touch((now) => now.heat());
    pass(14);
    await touch((now) => now.lever());
    pass(20);
    await touch((now) => now.out());
    expect(flow().going.stage).toBe("lost");
    await touch((now) => now.goOn());
    pass(40);
    await touch((now) => now.cutEnds());
    await touch((now) => now.outcome("lost", []));
    expect(noted[0]).toMatchObject({ body: { outcome: "lost", start_s: 14, duration_s: 60 } });
  });

  it("leads on when the last one is made; one to be cut again is none, and one taken back is open", async () => {
    const { noted, flow, touch, key } = await atTheCut();
    await touch((now) => now.outcome("good", []));
    await touch((now) => now.outcome("redo", []));
    expect(key()).toBe("cut:L");
    await touch((now) => now.outcome("good", [], true));
    expect(flow().ending).toBe(true);
    expect(noted.at(-1)).toMatchObject({ body: { spared: true } });
    await touch((now) => now.undo());
    await touch((now) => now.begin());
    expect(key()).toBe("cut:L");
  });

  it("notes the cleaning of the tip with its cut", async () => {
    const { noted, touch } = await atTheCut();
    await touch((now) => now.cleaned());
    expect(noted).toEqual([{ kind: "step", body: { key: "clean_tip", done: true, line_id: "L" } }]);
  });
});
