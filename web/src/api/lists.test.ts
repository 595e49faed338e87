import { afterEach, describe, expect, it, vi } from "vitest";
import { everyPage, wholeJob } from "./lists";

// outside a browser a request needs the name of its host
vi.hoisted(() => {
  const Plain = globalThis.Request;
  globalThis.Request = class extends Plain {
    constructor(input: RequestInfo | URL, init?: RequestInit) {
      super(typeof input === "string" ? new URL(input, "http://localhost") : input, init);
    }
  };
});

describe("a list that is needed whole", () => {
  const of = (all: readonly number[], size: number) => {
    const asked: (string | undefined)[] = [];
    const ask = async ({ limit, after }: { limit: number; after?: string }) => {
      asked.push(after);
      const from = after === undefined ? 0 : Number(after);
      const to = Math.min(from + Math.min(size, limit), all.length);
      return { rows: all.slice(from, to), next: to < all.length ? String(to) : null };
    };
    return { asked, ask };
  };
  it("is asked for page after page, until there is no next one", async () => {
    const all = Array.from({ length: 450 }, (_, i) => i);
    const { asked, ask } = of(all, 200);
    expect(await everyPage(ask, (page) => page.rows)).toEqual(all);
    expect(asked).toEqual([undefined, "200", "400"]);
  });
  it("is one question where one page holds it, and where there is nothing", async () => {
    for (const all of [[1, 2], []]) {
      const { asked, ask } = of(all, 200);
      expect(await everyPage(ask, (page) => page.rows)).toEqual(all);
      expect(asked.length).toBe(1);
    }
  });
});

describe("a job of many lines", () => {
  afterEach(() => vi.unstubAllGlobals());
  const shop = (pages: readonly (readonly string[])[]) => {
    const asked: (string | null)[] = [];
    vi.stubGlobal("fetch", async (request: Request) => {
      const after = new URL(request.url, "http://shop").searchParams.get("after");
      asked.push(after);
      const at = Number(after ?? 0);
      const next = at + 1 < pages.length ? String(at + 1) : null;
      const line_count = pages.flat().length;
      return Response.json({ job: { name: "J" }, line_count, lines: pages[at], next });
    });
    return asked;
  };
  it("is put together of its pages in order, and shown as it comes", async () => {
    const asked = shop([["a", "b"], ["c"], ["d"]]);
    const shown: number[] = [];
    const whole = await wholeJob("7", (soFar) => shown.push(soFar.lines.length));
    expect(whole.lines).toEqual(["a", "b", "c", "d"]);
    expect([whole.line_count, whole.next, asked]).toEqual([4, null, [null, "1", "2"]]);
    expect(shown).toEqual([2, 3]);
  });
  it("is one question where one page holds it, and nothing is shown before", async () => {
    const asked = shop([["a"]]);
    const show = vi.fn();
    expect((await wholeJob("7", show)).lines).toEqual(["a"]);
    expect([asked, show.mock.calls]).toEqual([[null], []]);
  });
});
