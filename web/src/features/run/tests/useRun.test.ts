// @vitest-environment happy-dom
/** A tablet at the torch: what it shows, writes and sends while the shop comes and goes. */
import "fake-indexeddb/auto";
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { EventBody, Hand } from "../useRun";

type Sent = { id: string; kind: string; body: object; person_id: string | null };
type Options = {
  params: { path: { run_id?: string }; query?: { fuel?: string } };
  body: { events: Sent[] };
};

/** The shop: which runs and events it has, and what it does not take. */
const shop = {
  away: false,
  doc: null as object | null,
  runs: [] as object[],
  begun: [] as string[],
  events: [] as Sent[],
  refuses: (_: Sent) => false,
  asked: [] as unknown[],
};

const refusal = (code: string) => ({ error: { error: { code, message: code, fields: [] } } });
function reached() {
  if (shop.away) throw new TypeError("Failed to fetch");
}
const document = () => ({ data: { ...shop.doc, events: [], elsewhere: [], next: 0 } });

vi.mock("@/api/client", async (original) => ({
  ...(await original<typeof import("@/api/client")>()),
  api: {
    GET: async (path: string, { params }: Options) => {
      reached();
      if (path.endsWith("/runs")) return { data: { runs: shop.runs } };
      shop.asked.push(params.path.run_id ?? params.query);
      return shop.doc === null ? refusal("not_found") : document();
    },
    PUT: async (_: string, { params }: Options) => {
      reached();
      shop.begun.push(params.path.run_id ?? "");
      return { data: {} };
    },
    POST: async (_: string, { params, body }: Options) => {
      reached();
      const answers = body.events.map((event) => {
        if (shop.refuses(event)) return { id: event.id, outcome: "refused", fields: [] };
        shop.events.push(event);
        return { id: event.id, outcome: "new", fields: [] };
      });
      const events = shop.events.map((event) => ({ ...event, run_id: params.path.run_id ?? null }));
      return { data: { answers, events, elsewhere: [], next: shop.events.length } };
    },
  },
}));

const STEP = { kind: "step", body: { key: "blow_out", done: true } } as EventBody;
const HAND: Hand = { who: "p", known: true };
let job = 0;

/** The page of a run, opened at a job of its own. */
async function opened(hand: Hand = HAND, name = `job ${job}`) {
  const { useRun } = await import("../useRun");
  return renderHook(({ hand }) => useRun(name, {}, hand), { initialProps: { hand } });
}

beforeEach(() => {
  job += 1;
  Object.assign(shop, {
    away: false,
    doc: { fuel: "propane", goes_on_s: 3600, phases: [], cuts: [], stopped: [] },
    runs: [],
    begun: [],
    events: [],
    refuses: () => false,
    asked: [],
  });
});
afterEach(cleanup);

describe("before a run is begun", () => {
  it("the order of work is fetched, and belongs to no run", async () => {
    const page = await opened();
    await waitFor(() => expect(page.result.current.settled).toBe(true));
    const { doc, run, runs, reached, failure, events } = page.result.current;
    expect([doc?.fuel, run, runs, reached, failure, events]).toEqual([
      "propane",
      null,
      [],
      true,
      null,
      [],
    ]);
  });

  it("without the shop it is that which was kept", async () => {
    const first = await opened();
    await waitFor(() => expect(first.result.current.doc).toBeDefined());
    first.unmount();
    shop.away = true;
    const again = await opened();
    await waitFor(() => expect(again.result.current.doc?.fuel).toBe("propane"));
    expect([again.result.current.reached, again.result.current.failure]).toEqual([false, null]);
  });

  it("where nothing was kept, why there is none is told", async () => {
    shop.away = true;
    const page = await opened();
    await waitFor(() => expect(page.result.current.failure).not.toBeNull());
    expect([page.result.current.doc, page.result.current.reached]).toEqual([undefined, false]);
  });

  it("a job that the shop does not have is no reason to show an old one", async () => {
    const first = await opened();
    await waitFor(() => expect(first.result.current.doc).toBeDefined());
    first.unmount();
    shop.doc = null;
    const again = await opened();
    await waitFor(() => expect(again.result.current.failure?.message).toBe("not_found"));
    expect(again.result.current.doc).toBeUndefined();
  });
});

describe("what is noted", () => {
  it("stands in its run at once, waits for the shop, and is sent once", async () => {
    const page = await opened();
    await waitFor(() => expect(page.result.current.settled).toBe(true));
    await act(() => page.result.current.begin({ fuel: "propane", person_id: "p" }));
    shop.away = true;
    let id = "";
    await act(async () => {
      id = await page.result.current.note(STEP);
    });
    expect(page.result.current.events.map((event) => event.id)).toEqual([id]);
    await waitFor(() => expect(page.result.current.reached).toBe(false));
    expect([page.result.current.waiting, shop.events]).toEqual([1, []]);
    shop.away = false;
    act(() => void window.dispatchEvent(new Event("online")));
    await waitFor(() => expect(page.result.current.waiting).toBe(0));
    act(() => void window.dispatchEvent(new Event("online")));
    await waitFor(() => expect(page.result.current.reached).toBe(true));
    expect(shop.events.map((event) => event.id)).toEqual([id]);
  });

  it("outlives the page, and is sent by the next one", async () => {
    const first = await opened();
    await waitFor(() => expect(first.result.current.settled).toBe(true));
    shop.away = true;
    await act(async () => void (await first.result.current.note(STEP)));
    first.unmount();
    const again = await opened();
    await waitFor(() => expect(again.result.current.waiting).toBe(1));
    shop.away = false;
    act(() => void window.dispatchEvent(new Event("online")));
    await waitFor(() => expect(again.result.current.waiting).toBe(0));
    expect(shop.events.map((event) => event.kind)).toEqual(["step"]);
  });

  it("is shown and counts for nothing where the shop does not take it", async () => {
    shop.refuses = (event) => event.kind === "step";
    const page = await opened();
    await waitFor(() => expect(page.result.current.settled).toBe(true));
    await act(async () => void (await page.result.current.note(STEP)));
    await waitFor(() => expect(page.result.current.refused.length).toBe(1));
    expect([page.result.current.waiting, page.result.current.events]).toEqual([0, []]);
  });

  it("says whose hand it was, and that nobody vouches for a hand that is not signed in", async () => {
    const page = await opened({ who: "a stranger", known: false });
    await waitFor(() => expect(page.result.current.settled).toBe(true));
    await act(async () => void (await page.result.current.note(STEP)));
    page.rerender({ hand: HAND });
    await act(async () => void (await page.result.current.note(STEP)));
    await waitFor(() => expect(shop.events.length).toBe(2));
    expect(shop.events).toMatchObject([
      { person_id: "a stranger", verified: false },
      { person_id: "p" },
    ]);
    expect(shop.events[1]).not.toHaveProperty("verified");
  });
});

describe("a run", () => {
  it("that was begun without the shop is begun there before its events are sent", async () => {
    const page = await opened();
    await waitFor(() => expect(page.result.current.settled).toBe(true));
    shop.away = true;
    await act(() => page.result.current.begin({ fuel: "propane", person_id: "p" }));
    await waitFor(() => expect(page.result.current.run?.fuel).toBe("propane"));
    await act(async () => void (await page.result.current.note(STEP)));
    expect([shop.begun, page.result.current.waiting]).toEqual([[], 1]);
    shop.away = false;
    act(() => void window.dispatchEvent(new Event("online")));
    await waitFor(() => expect(page.result.current.waiting).toBe(0));
    expect(shop.begun).toEqual([page.result.current.run?.id]);
  });

  it("goes on at the next page of the same hand, and is left by its own wish alone", async () => {
    const first = await opened();
    await waitFor(() => expect(first.result.current.settled).toBe(true));
    await act(() => first.result.current.begin({ fuel: "propane", person_id: "p" }));
    await waitFor(() => expect(first.result.current.run).not.toBeNull());
    const begun = first.result.current.run?.id;
    first.unmount();
    const again = await opened();
    await waitFor(() => expect(again.result.current.run?.id).toBe(begun));
    act(() => again.result.current.leave());
    expect(again.result.current.run).toBeNull();
    expect(again.result.current.runs.map((run) => run.id)).toEqual([begun]);
  });

  it("of another hand is not gone on with by itself; it is joined", async () => {
    const now = new Date().toISOString();
    shop.runs = [{ id: "theirs", fuel: "propane", begun_at: now, heard_at: now, person_id: "q" }];
    const page = await opened();
    await waitFor(() => expect(page.result.current.runs.length).toBe(1));
    await waitFor(() => expect(page.result.current.settled).toBe(true));
    const [theirs] = page.result.current.runs;
    expect(page.result.current.run).toBeNull();
    if (theirs === undefined) throw new Error("a run");
    await act(() => page.result.current.join(theirs));
    await waitFor(() => expect(page.result.current.run?.id).toBe("theirs"));
    await waitFor(() => expect(shop.asked).toContain("theirs"));
    expect(shop.begun, "the shop has it already").toEqual([]);
  });

  it("is fetched anew when it is asked for, once", async () => {
    const page = await opened();
    await waitFor(() => expect(page.result.current.settled).toBe(true));
    const before = shop.asked.length;
    shop.doc = { ...shop.doc, fuel: "acetylene" };
    act(() => page.result.current.reload());
    await waitFor(() => expect(page.result.current.doc?.fuel).toBe("acetylene"));
    expect(shop.asked.length).toBe(before + 1);
  });
});
