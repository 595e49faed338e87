// @vitest-environment happy-dom
/** Changes to a job and its cuts: quick ones follow each other, stale ones ask, what is meant once is made once. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Job, LineView } from "@/api/client";
import { useJobChange } from "./sheet/useJobChange";
import { useJob } from "./useJob";

type Call = { params: { path: { id: string } }; body: Record<string, unknown> };
/** A shop with one cut and one job, which takes a change on the version it has and on no other. */
const shop = {
  version: 1,
  away: false,
  /** An answer is lost after the shop did what was asked. */
  lost: false,
  patched: [] as Record<string, unknown>[],
  made: new Map<string, unknown>(),
  went: [] as unknown[],
};
const row = (more: object = {}) => ({ id: "L", job_id: "J", version: shop.version, ...more });

vi.mock("@tanstack/react-router", () => ({
  useNavigate: () => async (to: unknown) => void shop.went.push(to),
}));
vi.mock("@/api/client", async (original) => ({
  ...(await original<typeof import("@/api/client")>()),
  api: {
    GET: async () => ({ data: { job: {}, lines: [] } }),
    PATCH: async (_: string, { body }: Call) => {
      await new Promise((done) => setTimeout(done, 5));
      if (body.version !== shop.version) {
        const detail = { code: "stale", message: "changed meanwhile", fields: [] };
        return { error: { error: { ...detail, current: row({ typed: "theirs" }) } } };
      }
      shop.version += 1;
      shop.patched.push(body);
      return { data: row({ ...body, version: shop.version }) };
    },
    PUT: async (_: string, { params, body }: Call) => {
      if (shop.away) throw new TypeError("Failed to fetch");
      shop.made.set(params.path.id, body);
      if (shop.lost) throw new TypeError("Failed to fetch");
      return { data: row({ id: params.path.id }) };
    },
    DELETE: async () => ({ data: row({ deleted_at: "now" }) }),
    POST: async () => ({ data: row() }),
  },
}));

const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={queries}>{children}</QueryClientProvider>
);
const opened = () => renderHook(() => useJob("J"), { wrapper }).result;
const line = (version: number) => ({ id: "L", version });

beforeEach(() => {
  Object.assign(shop, { version: 1, away: false, lost: false, patched: [], went: [] });
  shop.made.clear();
  queries.clear();
});
afterEach(cleanup);

describe("a cut of a job", () => {
  it("is changed twice quickly: the second follows the first and is no conflict", async () => {
    const job = opened();
    act(() => {
      job.current.change.mutate({ line: line(1), typed: "one" });
      job.current.change.mutate({ line: line(1), typed: "two" });
    });
    await waitFor(() => expect(shop.patched.length).toBe(2));
    expect(shop.patched.map(({ version, typed }) => [version, typed])).toEqual([
      [1, "one"],
      [2, "two"],
    ]);
    expect(job.current.conflict).toBeNull();
  });

  it("that somebody else changed asks, and keeps what was to be saved here", async () => {
    shop.version = 5;
    const job = opened();
    act(() => job.current.change.mutate({ line: line(1), typed: "mine" }));
    await waitFor(() => expect(job.current.conflict).not.toBeNull());
    expect(job.current.conflict).toMatchObject({
      theirs: { typed: "theirs", version: 5 },
      yours: { typed: "mine" },
    });
    expect(shop.patched).toEqual([]);
    act(() => job.current.setConflict(null));
    expect(job.current.conflict).toBeNull();
  });

  it("is added once, though its first answer was lost", async () => {
    const job = opened();
    const wish = { typed: "20 mm plate", input: {}, position: 1 };
    shop.lost = true;
    act(() => job.current.add.mutate(wish));
    await waitFor(() => expect(job.current.add.isError).toBe(true));
    shop.lost = false;
    act(() => job.current.add.mutate({ ...wish, position: 2 }));
    await waitFor(() => expect(job.current.add.isSuccess).toBe(true));
    expect([...shop.made.values()]).toEqual([
      { job_id: "J", typed: "20 mm plate", input: {}, position: 1 },
    ]);
    act(() => job.current.add.mutate(wish));
    await waitFor(() => expect(shop.made.size, "meant again, it is another").toBe(2));
  });

  it("that was deleted can be taken back", async () => {
    const job = opened();
    act(() => job.current.remove.mutate(row() as never));
    await waitFor(() => expect(job.current.deleted?.id).toBe("L"));
    act(() => job.current.restore.mutate(row() as never));
    await waitFor(() => expect(job.current.deleted).toBeNull());
  });

  it("moves between the two beyond its neighbour, and not past the ends", async () => {
    const job = opened();
    const lines = [1, 2, 3].map((position) => ({
      line: { id: `${position}`, version: 1, position },
    })) as unknown as LineView[];
    act(() => job.current.move(lines, 0, -1));
    act(() => job.current.move(lines, 2, 1));
    await act(async () => void (await new Promise((done) => setTimeout(done, 20))));
    expect(shop.patched).toEqual([]);
    act(() => job.current.move(lines, 0, 1));
    await waitFor(() => expect(shop.patched.length).toBe(1));
    const position = shop.patched[0]?.position as number;
    expect(position > 2 && position < 3).toBe(true);
  });
});

describe("a job on its sheet", () => {
  const sheet = () =>
    renderHook(() => useJobChange({ id: "J", version: 1, rig: {} } as unknown as Job), { wrapper })
      .result;

  it("keeps both of two quick changes to its rig: the second edits what the first one made", async () => {
    const job = sheet();
    act(() => {
      job.current.change.mutate(() => ({ rig: { fuel: "propane" } as never }));
      job.current.change.mutate((now) => ({ rig: { ...now.rig, torch: "hand" } as never }));
    });
    await waitFor(() => expect(shop.patched.length).toBe(2));
    expect(shop.patched[1]).toEqual({ version: 2, rig: { fuel: "propane", torch: "hand" } });
  });

  it("that is deleted leads back to the jobs, where it can be taken back", async () => {
    const job = sheet();
    act(() => job.current.remove.mutate());
    await waitFor(() => expect(shop.went).toEqual([{ to: "/jobs" }]));
    expect(queries.getQueryData(["deleted-job"])).toMatchObject({ deleted_at: "now" });
  });
});
