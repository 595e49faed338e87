// @vitest-environment happy-dom
/** A piece of gear on its sheet: what is typed stays until it is saved, a reading has its moment, and one is made once. */
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Gear } from "./model";
import { useGear, useWires } from "./useGear";

type Call = { params: { path: { id: string } }; body: Record<string, unknown> };
/** A rack: it keeps what it is sent, refuses a label that is empty, and is sometimes out of reach. */
const rack = {
  away: false,
  lost: false,
  made: new Map<string, unknown>(),
  sent: [] as { how: string; id: string; body: Record<string, unknown> }[],
  gear: [] as unknown[],
  wires: undefined as number[] | undefined,
};
const took = (how: string, { params, body }: Call) => {
  if (rack.away) throw new TypeError("Failed to fetch");
  rack.sent.push({ how, id: params.path.id, body });
  if (body.label === "") {
    const field = { path: "label", code: "missing", message: "A name is missing." };
    return { error: { error: { code: "invalid_input", message: "no", fields: [field] } } };
  }
  rack.made.set(params.path.id, body);
  if (rack.lost) throw new TypeError("Failed to fetch");
  return { data: { id: params.path.id, ...body } };
};

vi.mock("@/api/client", async (original) => ({
  ...(await original<typeof import("@/api/client")>()),
  api: {
    GET: async (path: string) =>
      path === "/api/v1/shop"
        ? { data: { settings: { cleaner_wires_mm: rack.wires } } }
        : { data: { gear: rack.gear, next: null } },
    PUT: async (_: string, call: Call) => took("PUT", call),
    PATCH: async (_: string, call: Call) => took("PATCH", call),
    DELETE: async (_: string, call: Call) => took("DELETE", call),
  },
}));

const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
const wrapper = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={queries}>{children}</QueryClientProvider>
);
const [onClose, onGone] = [vi.fn(), vi.fn()];
const opened = (gear?: Gear, kind: Gear["kind"] = "cylinder") =>
  renderHook(() => useGear({ gear, kind: kind as "cylinder", onClose, onGone }), { wrapper })
    .result;
const cylinder = (fields: object) =>
  ({
    id: "G",
    version: 3,
    kind: "cylinder",
    label: "Oxygen 1",
    in_service: true,
    out_because: "",
    fields: { gas: "oxygen", pressure_kpa: 10_000, read_at: "2026-11-01T08:00:00Z", ...fields },
  }) as unknown as Gear;
const fields = (at: number) => rack.sent[at]?.body.fields as Record<string, unknown>;

beforeEach(() => {
  Object.assign(rack, { away: false, lost: false, sent: [], gear: [], wires: undefined });
  rack.made.clear();
  queries.clear();
  onClose.mockClear();
  onGone.mockClear();
});
afterEach(cleanup);

describe("a piece on its sheet", () => {
  it("is saved on the version that was opened, and the sheet closes", async () => {
    const sheet = opened(cylinder({}));
    act(() => sheet.current.say({ label: "Oxygen 1, bay 2" }));
    act(() => sheet.current.save.mutate());
    await waitFor(() => expect(onClose).toHaveBeenCalledTimes(1));
    expect(rack.sent[0]).toMatchObject({
      how: "PATCH",
      id: "G",
      body: { version: 3, label: "Oxygen 1, bay 2", in_service: true, out_because: "" },
    });
  });

  it("has a new reading stamped with its moment, and an old one left as it is", async () => {
    const read = opened(cylinder({}));
    act(() => read.current.set("pressure_kpa", 8_000));
    act(() => read.current.save.mutate());
    await waitFor(() => expect(rack.sent).toHaveLength(1));
    expect(Date.parse(String(fields(0).read_at))).toBeGreaterThan(Date.now() - 60_000);
    const named = opened(cylinder({}));
    act(() => named.current.say({ label: "Oxygen one" }));
    act(() => named.current.save.mutate());
    await waitFor(() => expect(rack.sent).toHaveLength(2));
    expect(fields(1).read_at).toBe("2026-11-01T08:00:00Z");
  });

  it("says why it is out only while it is out", async () => {
    const sheet = opened(cylinder({}));
    act(() => sheet.current.say({ serving: false, why: "leaks" }));
    act(() => sheet.current.save.mutate());
    await waitFor(() => expect(rack.sent).toHaveLength(1));
    expect(rack.sent[0]?.body).toMatchObject({ in_service: false, out_because: "leaks" });
    act(() => sheet.current.say({ serving: true }));
    act(() => sheet.current.save.mutate());
    await waitFor(() => expect(rack.sent).toHaveLength(2));
    expect(rack.sent[1]?.body).toMatchObject({ in_service: true, out_because: "" });
  });

  it("keeps what was typed when it is refused, and says at which field", async () => {
    const sheet = opened(cylinder({}));
    act(() => sheet.current.say({ label: "" }));
    act(() => sheet.current.set("pressure_kpa", 4_000));
    act(() => sheet.current.save.mutate());
    await waitFor(() => expect(sheet.current.failure?.fields[0]?.path).toBe("label"));
    expect(sheet.current.said.fields).toMatchObject({ pressure_kpa: 4_000 });
    expect(onClose).not.toHaveBeenCalled();
  });

  it("is made once, though the answer to the first try was lost", async () => {
    const sheet = opened(undefined);
    act(() => sheet.current.say({ label: "Oxygen 9" }));
    rack.lost = true;
    act(() => sheet.current.save.mutate());
    await waitFor(() => expect(sheet.current.failure?.code).toBe("offline"));
    rack.lost = false;
    act(() => sheet.current.save.mutate());
    await waitFor(() => expect(onClose).toHaveBeenCalledTimes(1));
    expect(rack.made.size).toBe(1);
    expect(rack.sent.map(({ how }) => how)).toEqual(["PUT", "PUT"]);
  });

  it("comes off the list on its version, and is handed over to be taken back", async () => {
    const sheet = opened(cylinder({}));
    act(() => sheet.current.remove.mutate());
    await waitFor(() => expect(onGone).toHaveBeenCalledTimes(1));
    expect(rack.sent[0]).toMatchObject({ how: "DELETE", id: "G", body: { version: 3 } });
    expect(onClose).toHaveBeenCalledTimes(1);
  });
});

describe("the wires that a bore is measured with", () => {
  it("are those of the sets in service and those told before, thin to thick, each once", async () => {
    const set = (wires_mm: number[], in_service = true) => ({
      gear: { kind: "wire_set", in_service, fields: { wires_mm } },
    });
    rack.gear = [set([1.2, 0.8]), set([3], false)];
    rack.wires = [0.8, 1];
    const wires = renderHook(() => useWires(true), { wrapper }).result;
    await waitFor(() => expect(wires.current).toEqual([0.8, 1, 1.2]));
  });

  it("are not asked for where nothing is measured", () => {
    rack.wires = [0.8];
    expect(renderHook(() => useWires(false), { wrapper }).result.current).toEqual([]);
  });
});
