// @vitest-environment happy-dom
/** The people of the shop and one's own account: added once, changed on the version seen, gone and back. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ApiFailure, data, type Person } from "@/api/client";
import { done } from "../account/useAccount";
import { usePeople } from "./usePeople";

type Call = { params: { path: { id: string } }; body?: Record<string, unknown> };
const shop = {
  people: [] as { id: string; name: string; version: number }[],
  asked: [] as { how: string; path: string; body: unknown }[],
  lost: false,
  refused: false,
};
const took = (how: string, path: string, { params, body }: Call) => {
  shop.asked.push({ how, path: path.replace("{id}", params.path.id), body });
  if (shop.refused) return { error: { error: { code: "last_owner", message: "no", fields: [] } } };
  if (how === "PUT" && !shop.people.some(({ id }) => id === params.path.id))
    shop.people.push({ id: params.path.id, name: String(body?.name), version: 1 });
  if (shop.lost) throw new TypeError("Failed to fetch");
  return { data: { id: params.path.id, ...body } };
};

vi.mock("@/api/client", async (original) => ({
  ...(await original<typeof import("@/api/client")>()),
  api: {
    GET: async () => ({ data: { people: [...shop.people], next: null } }),
    PUT: async (path: string, call: Call) => took("PUT", path, call),
    PATCH: async (path: string, call: Call) => took("PATCH", path, call),
    DELETE: async (path: string, call: Call) => took("DELETE", path, call),
    POST: async (path: string, call: Call) => took("POST", path, call),
  },
}));

const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={queries}>{children}</QueryClientProvider>
);
const opened = async () => {
  const crew = renderHook(() => usePeople(), { wrapper }).result;
  await waitFor(() => expect(crew.current.people.isSuccess).toBe(true));
  return crew;
};
const dorrit = { id: "D", name: "Dorrit", version: 7 } as unknown as Person;
const last = () => shop.asked.at(-1);

beforeEach(() => {
  Object.assign(shop, { people: [], asked: [], lost: false, refused: false });
  queries.clear();
});
afterEach(cleanup);

describe("the people of the shop", () => {
  it("stand by name", async () => {
    shop.people = ["Tobin", "Dorrit", "Marta"].map((name) => ({ id: name, name, version: 1 }));
    const crew = await opened();
    expect(crew.current.people.data?.people.map(({ name }) => name)).toEqual([
      "Dorrit",
      "Marta",
      "Tobin",
    ]);
  });

  it("are added once, though the answer was lost, and are seen at once", async () => {
    const crew = await opened();
    shop.lost = true;
    act(() => crew.current.add.mutate({ name: "Nell", role: "planner" }));
    await waitFor(() => expect(crew.current.add.isError).toBe(true));
    shop.lost = false;
    act(() => crew.current.add.mutate({ name: "Nell", role: "planner" }));
    await waitFor(() => expect(crew.current.add.isSuccess).toBe(true));
    await waitFor(() => expect(crew.current.people.data?.people).toHaveLength(1));
    expect(last()?.body).toEqual({ name: "Nell", role: "planner", handedness: "right" });
  });

  it("are changed in what is meant alone, on the version that was seen", async () => {
    const crew = await opened();
    act(() => crew.current.change.mutate({ person: dorrit, handedness: "left" }));
    await waitFor(() =>
      expect(last()).toEqual({
        how: "PATCH",
        path: "/api/v1/people/D",
        body: { version: 7, handedness: "left" },
      }),
    );
  });

  it("leave and come back; who is back is not offered to be taken back again", async () => {
    const crew = await opened();
    act(() => crew.current.leaves.mutate(dorrit));
    await waitFor(() => expect(crew.current.leaves.data).toBeDefined());
    expect(last()).toMatchObject({ how: "DELETE", body: { version: 7 } });
    act(() => crew.current.comesBack.mutate(dorrit));
    await waitFor(() => expect(crew.current.leaves.data).toBeUndefined());
    expect(last()?.path).toBe("/api/v1/people/D/restore");
  });

  it("are forgotten for good by a path of its own", async () => {
    const crew = await opened();
    act(() => crew.current.forget.mutate(dorrit));
    await waitFor(() => expect(last()?.path).toBe("/api/v1/people/D/forget"));
  });

  it("stay where the shop refuses, with the reason", async () => {
    const crew = await opened();
    shop.refused = true;
    act(() => crew.current.leaves.mutate(dorrit));
    await waitFor(() => expect(crew.current.leaves.error).toMatchObject({ code: "last_owner" }));
  });
});

describe("a reply without a body", () => {
  const reply = (status: number, error?: unknown) =>
    Promise.resolve({ error, response: new Response(null, { status }) });

  it("is done where the shop says so", async () => {
    await expect(data(done(reply(204)))).resolves.toBe(true);
  });

  it("stays a refusal where it is one", async () => {
    const error = { error: { code: "not_found", message: "gone", fields: [] } };
    await expect(data(done(reply(404, error)))).rejects.toMatchObject({ code: "not_found" });
    await expect(data(done(reply(500)))).rejects.toBeInstanceOf(ApiFailure);
  });
});
