import { afterEach, expect, it, vi } from "vitest";
import { ApiFailure } from "@/api/client";
import { addPhoto } from "./photos";

// outside a browser a request needs the name of its host
vi.hoisted(() => {
  const Plain = globalThis.Request;
  globalThis.Request = class extends Plain {
    constructor(input: RequestInfo | URL, init?: RequestInit) {
      super(typeof input === "string" ? new URL(input, "http://localhost") : input, init);
    }
  };
});

const limits = { bytes: 2 * 1024 * 1024 } as Parameters<typeof addPhoto>[3];
const photo = (bytes: number) => new File([new Uint8Array(bytes)], "edge.jpg");
const sent = vi.fn();

afterEach(() => {
  sent.mockReset();
  vi.unstubAllGlobals();
});

it("tells of a photo that is too large without sending it", async () => {
  vi.stubGlobal("fetch", sent);
  const tried = addPhoto("d", "p", photo(3 * 1024 * 1024), limits);
  await expect(tried).rejects.toBeInstanceOf(ApiFailure);
  await expect(tried).rejects.toThrow("The photo is 3.0 MB; it must be at most 2.0 MB.");
  expect(sent).not.toHaveBeenCalled();
});

it("sends a photo as the file it is, to its own diagnosis", async () => {
  sent.mockResolvedValue(Response.json({ id: "p" }));
  vi.stubGlobal("fetch", sent);
  const kept = await addPhoto("d", "p", photo(1024), limits);
  const request = sent.mock.calls[0]?.[0] as Request | undefined;
  expect(sent).toHaveBeenCalledTimes(1);
  expect(request?.method).toBe("PUT");
  expect(request?.url).toMatch(/\/api\/v1\/diagnoses\/d\/photos\/p$/);
  expect(request?.headers.get("content-type")).toBe("image/jpeg");
  expect((await request?.arrayBuffer())?.byteLength).toBe(1024);
  expect(kept).toEqual({ id: "p" });
});
