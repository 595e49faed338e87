/** The tablet's queue against a small shop: what it sends, in which order, and what is kept when the network goes. */
import "fake-indexeddb/auto";
import { v7 } from "uuid";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Held, HeldRun } from "./store";

type Sent = { id: string; kind: string; body: object };

/** A shop that keeps each event once, takes 200 at once, and can be out of reach. */
const shop = {
  runs: new Map<string, object>(),
  events: new Map<string, { run: string; event: Sent }>(),
  order: [] as string[],
  away: false,
  /** The network drops when so many more calls were answered. */
  calls: Number.POSITIVE_INFINITY,
  refuses: (_: Sent): boolean => false,
  noRuns: false,
};

function reached() {
  if (shop.away || shop.calls-- <= 0) throw new TypeError("Failed to fetch");
}

function refusal(code: string) {
  return { error: { error: { code, message: code, fields: [] } } };
}

type Options = {
  params: { path: { run_id?: string }; query?: { since?: number; fuel?: string } };
  body: { events: Sent[] };
};

vi.mock("@/api/client", async (original) => ({
  ...(await original<typeof import("@/api/client")>()),
  api: {
    PUT: async (_: string, { params, body }: Options) => {
      reached();
      if (shop.noRuns) return refusal("invalid_input");
      shop.runs.set(params.path.run_id ?? "", body);
      return { data: {} };
    },
    POST: async (path: string, { params, body }: Options) => {
      reached();
      const run = path.includes("{run_id}")
        ? (params.path.run_id ?? "")
        : `day ${params.query?.fuel}`;
      if (path.includes("{run_id}") && !shop.runs.has(run)) return refusal("not_found");
      if (body.events.length > 200) return refusal("invalid_input");
      const answers = body.events.map((event) => {
        if (shop.refuses(event))
          return { id: event.id, outcome: "refused", fields: [{ path: "body" }] };
        const known = shop.events.has(event.id);
        if (!known) {
          shop.events.set(event.id, { run, event });
          shop.order.push(event.id);
        }
        return { id: event.id, outcome: known ? "again" : "new", fields: [] };
      });
      const since = params.query?.since ?? 0;
      const events = shop.order.slice(since).filter((id) => shop.events.get(id)?.run === run);
      const told = events.map((id) => ({ ...shop.events.get(id)?.event, run_id: run }));
      return { data: { answers, events: told, elsewhere: [], next: shop.order.length } };
    },
  },
}));

vi.stubGlobal("localStorage", { getItem: () => null });

/** A page of this tablet as it is opened: its own modules, the same database. */
async function page() {
  vi.resetModules();
  return { ...(await import("./queue")), ...(await import("./store")) };
}

let job = "";
beforeEach(() => {
  job = v7();
  shop.runs.clear();
  shop.events.clear();
  Object.assign(shop, {
    order: [],
    away: false,
    calls: Number.POSITIVE_INFINITY,
    refuses: () => false,
    noRuns: false,
  });
});

const begun = (id: string): HeldRun => ({
  id,
  job,
  body: { fuel: "acetylene" },
  begun_at: "2026-06-01T07:00:00Z",
  state: "here",
  who: null,
  joined: 1,
});
const noted = (run: string | null, n: number): Held[] =>
  Array.from({ length: n }, (_, i) => {
    const id = v7();
    const event = { id, kind: "note", body: { text: `${i}` }, happened_at: "2026-06-01T07:00:00Z" };
    return { id, job, run, fuel: "acetylene", state: "here", event: event as Held["event"] };
  });

type Page = Awaited<ReturnType<typeof page>>;
async function keep(tablet: Page, run: HeldRun | null, events: Held[]) {
  if (run) await tablet.keepRun(run);
  for (const event of events) await tablet.keepEvent(event);
}
const states = async (tablet: Page) => {
  const count: Record<string, number> = {};
  for (const { state } of await tablet.keptEvents(job)) count[state] = (count[state] ?? 0) + 1;
  return count;
};

describe("the queue of a tablet", () => {
  it("begins the run, then sends 1,200 events of a day offline in slices, in order, each once", async () => {
    const tablet = await page();
    const events = noted("R", 1_200);
    await keep(tablet, begun("R"), events);
    const told = await tablet.sendWaiting(job, { run: "R", since: undefined });
    expect([...shop.runs.keys()]).toEqual(["R"]);
    expect(shop.order).toEqual(events.map((each) => each.id));
    expect(await states(tablet)).toEqual({ shop: 1_200 });
    expect(told?.next).toBe(1_200);
    // then it asks only for what is new
    const quiet = await tablet.sendWaiting(job, { run: "R", since: told?.next });
    expect(quiet?.events).toEqual([]);
  });

  it("keeps what was not answered when the network drops midway, and a reload sends the rest", async () => {
    const tablet = await page();
    await keep(tablet, begun("R"), noted("R", 500));
    // the run is begun and one slice is answered
    shop.calls = 2;
    await expect(tablet.sendWaiting(job, { run: "R", since: undefined })).rejects.toMatchObject({
      code: "offline",
    });
    expect(await states(tablet)).toEqual({ shop: 200, here: 300 });
    const reloaded = await page();
    shop.calls = Number.POSITIVE_INFINITY;
    await reloaded.sendWaiting(job, { run: "R", since: undefined });
    expect([await states(reloaded), shop.order.length]).toEqual([{ shop: 500 }, 500]);
  });

  it("keeps what the shop refuses, with its reasons, and goes on with the others", async () => {
    const tablet = await page();
    const events = noted("R", 3);
    await keep(tablet, begun("R"), events);
    shop.refuses = (event) => event.id === events[1]?.id;
    await tablet.sendWaiting(job, { run: "R", since: undefined });
    expect(await states(tablet)).toEqual({ shop: 2, refused: 1 });
    const refused = (await tablet.keptEvents(job)).find((each) => each.state === "refused");
    expect(refused?.fields).toEqual([{ path: "body" }]);
    // what is refused is not sent again and again
    shop.refuses = () => false;
    await tablet.sendWaiting(job, { run: "R", since: undefined });
    expect(shop.order.length).toBe(2);
  });

  it("of two pages at once sends each event once", async () => {
    const [one, two] = [await page(), await page()];
    await keep(one, begun("R"), noted("R", 250));
    const ask = { run: "R", since: undefined };
    await Promise.all([one.sendWaiting(job, ask), two.sendWaiting(job, ask)]);
    expect([shop.order.length, new Set(shop.order).size]).toEqual([250, 250]);
    expect(await states(two)).toEqual({ shop: 250 });
  });

  it("sends each event into the run it was noted in, also when another one goes on by now", async () => {
    const tablet = await page();
    const [first, second] = [noted("A", 2), noted("B", 1)];
    await keep(tablet, begun("A"), first);
    await keep(tablet, begun("B"), second);
    const told = await tablet.sendWaiting(job, { run: "B", since: undefined });
    const of = (run: string) => [...shop.events.values()].filter((each) => each.run === run).length;
    expect([of("A"), of("B")]).toEqual([2, 1]);
    expect(told?.events.map((event) => event.id)).toEqual(second.map((each) => each.id));
  });

  it("hears what is new in a run that another tablet began", async () => {
    const tablet = await page();
    shop.runs.set("theirs", {});
    const ask = () => tablet.sendWaiting(job, { run: "theirs", since: 0 });
    expect((await ask())?.events).toEqual([]);
    const event = { id: v7(), kind: "note", body: {} };
    shop.events.set(event.id, { run: "theirs", event });
    shop.order.push(event.id);
    expect((await ask())?.events.map((each) => each.id)).toEqual([event.id]);
  });

  it("loses nothing of a run that the shop will not have: its events go into a run of that day", async () => {
    const tablet = await page();
    await keep(tablet, begun("R"), noted("R", 2));
    shop.noRuns = true;
    await tablet.sendWaiting(job, { run: "R", since: undefined });
    const runs = [...shop.events.values()].map((each) => each.run);
    expect(runs).toEqual(["day acetylene", "day acetylene"]);
    expect((await tablet.keptRuns(job))[0]?.state).toBe("refused");
  });

  it("sends what a page noted before there were runs, and begins none by asking", async () => {
    const tablet = await page();
    expect(await tablet.sendWaiting(job, { run: null, since: undefined })).toBeNull();
    expect(shop.runs.size).toBe(0);
    await keep(tablet, null, noted(null, 1));
    await tablet.sendWaiting(job, { run: null, since: undefined });
    expect([...shop.events.values()].map((each) => each.run)).toEqual(["day acetylene"]);
  });
});
