// @vitest-environment happy-dom
/** A cut list that is planned row by row, as it comes over the wire. */
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { useList } from "./useList";

const ASKED = { text: "a,b", xlsx: null, process: "" };
const told = (rows: number) => `${JSON.stringify({ rows, done: false })}\n`;
const row = (at: number) => `${JSON.stringify({ row: at, verdict: "ok", typed: "" })}\n`;

/** An answer that comes in pieces, when the test sends them. */
function answer() {
  let wire: ReadableStreamDefaultController<Uint8Array> | undefined;
  const body = new ReadableStream<Uint8Array>({
    start: (controller) => {
      wire = controller;
    },
  });
  const send = (text: string) => wire?.enqueue(new TextEncoder().encode(text));
  return { response: new Response(body), send, end: () => wire?.close() };
}

const fetched = vi.fn<typeof fetch>();
const opened = () => {
  vi.stubGlobal("fetch", fetched);
  return renderHook(() => useList("J")).result;
};
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  fetched.mockReset();
});

describe("a list that is planned", () => {
  it("shows its rows as they come, and is done when the last has come", async () => {
    const { response, send, end } = answer();
    fetched.mockResolvedValue(response);
    const list = opened();
    act(() => void list.current.plan(ASKED));
    expect(list.current.progress).toEqual({ rows: [], total: 0, done: false });
    await act(async () => send(`${told(3)}${row(1)}`));
    await waitFor(() => expect(list.current.progress?.rows.length).toBe(1));
    expect(list.current.progress).toMatchObject({ total: 3, done: false });
    // a row that is cut in two by the wire is one row
    const [second] = [row(2)];
    await act(async () => send(second.slice(0, 9)));
    await act(async () => send(`${second.slice(9)}${row(3)}`));
    await act(async () => end());
    await waitFor(() => expect(list.current.progress?.done).toBe(true));
    expect(list.current.progress?.rows.map((each) => each.row)).toEqual([1, 2, 3]);
  });

  it("asks for a workbook or for text, never for both, and for the usual way where one is picked", async () => {
    fetched.mockImplementation(async () => new Response(""));
    const list = opened();
    await act(() => list.current.plan({ text: "a", xlsx: "UEs=", process: "machine" }));
    await act(() => list.current.plan(ASKED));
    const bodies = fetched.mock.calls.map(([, init]) => JSON.parse(String(init?.body)));
    expect(bodies).toEqual([
      { job_id: "J", text: null, xlsx_base64: "UEs=", usual_process: "machine" },
      { job_id: "J", text: "a,b", xlsx_base64: null, usual_process: null },
    ]);
  });

  it("tells what the shop refuses, with its fields", async () => {
    const error = { code: "invalid_input", message: "no header", fields: [{ path: "text" }] };
    fetched.mockResolvedValue(new Response(JSON.stringify({ error }), { status: 422 }));
    const list = opened();
    await act(() => list.current.plan(ASKED));
    expect(list.current.failure).toMatchObject(error);
    expect(list.current.progress).toBeNull();
  });

  it("tells that the shop is out of reach, and that it answered with no words of its own", async () => {
    fetched.mockRejectedValueOnce(new TypeError("Failed to fetch"));
    const list = opened();
    await act(() => list.current.plan(ASKED));
    expect(list.current.failure?.code).toBe("offline");
    fetched.mockResolvedValueOnce(new Response("<html>", { status: 502 }));
    await act(() => list.current.plan(ASKED));
    expect(list.current.failure?.code).toBe("internal");
  });

  it("that is planned anew lets the one before be", async () => {
    const [first, second] = [answer(), answer()];
    fetched.mockImplementationOnce(async (_, init) => {
      init?.signal?.addEventListener("abort", () => first.end());
      return first.response;
    });
    fetched.mockResolvedValueOnce(second.response);
    const list = opened();
    act(() => void list.current.plan(ASKED));
    act(() => void list.current.plan(ASKED));
    expect(fetched.mock.calls[0]?.[1]?.signal?.aborted).toBe(true);
    await act(async () => {
      second.send(`${told(1)}${row(7)}`);
      second.end();
    });
    await waitFor(() => expect(list.current.progress?.done).toBe(true));
    expect(list.current.progress?.rows.map((each) => each.row)).toEqual([7]);
    expect(list.current.failure).toBeNull();
  });
});
