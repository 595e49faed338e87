// @vitest-environment happy-dom
/** What a tablet does so that a run goes on without a network and with its screen awake. */
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { canKeep, keepPage, stayAwake } from "./offline";

const worker = { register: vi.fn(), posted: vi.fn() };
const lock = { asked: vi.fn(), released: vi.fn(), refuses: false };
let seen: DocumentVisibilityState = "visible";

function give(name: string, value: unknown) {
  Object.defineProperty(navigator, name, { configurable: true, value });
}
beforeEach(() => {
  seen = "visible";
  lock.refuses = false;
  for (const each of [worker.register, worker.posted, lock.asked, lock.released]) each.mockReset();
  vi.spyOn(document, "visibilityState", "get").mockImplementation(() => seen);
  give("serviceWorker", {
    register: worker.register,
    ready: Promise.resolve({ active: { postMessage: worker.posted } }),
  });
  give("wakeLock", {
    request: async (what: string) => {
      lock.asked(what);
      if (lock.refuses) throw new DOMException("the battery is low");
      return { release: async () => lock.released() };
    },
  });
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

describe("the page itself", () => {
  it("is kept only where the browser may keep it", () => {
    vi.stubGlobal("isSecureContext", false);
    expect(canKeep()).toBe(false);
    vi.stubGlobal("isSecureContext", true);
    expect(canKeep()).toBe(true);
    Reflect.deleteProperty(navigator, "serviceWorker");
    expect(canKeep()).toBe(false);
  });

  it("is handed over with its own files, each once, and with nothing else", async () => {
    const own = `${location.origin}/assets/index-1.js`;
    const loaded = [
      own,
      own,
      `${location.origin}/api/v1/shop`,
      "http://elsewhere.test/assets/a.js",
    ];
    const entries = loaded.map((name) => ({ name }) as PerformanceEntry);
    vi.spyOn(performance, "getEntriesByType").mockReturnValue(entries);
    await keepPage();
    expect(worker.register.mock.calls).toEqual([["/sw.js"]]);
    expect(worker.posted.mock.calls).toEqual([[{ keep: ["/", "/assets/index-1.js"] }]]);
  });
});

describe("the screen", () => {
  const settled = () => new Promise((done) => setTimeout(done));
  const turns = async (to: DocumentVisibilityState) => {
    seen = to;
    document.dispatchEvent(new Event("visibilitychange"));
    await settled();
  };

  it("is kept awake while it is seen, again when it comes back, and let sleep at the end", async () => {
    const letSleep = stayAwake();
    await settled();
    expect(lock.asked.mock.calls).toEqual([["screen"]]);
    await turns("hidden");
    expect(lock.asked).toHaveBeenCalledTimes(1);
    await turns("visible");
    expect(lock.asked).toHaveBeenCalledTimes(2);
    letSleep();
    expect(lock.released).toHaveBeenCalledTimes(1);
    await turns("visible");
    expect(lock.asked, "it is over").toHaveBeenCalledTimes(2);
  });

  it("dims where the browser refuses, and the run goes on", async () => {
    lock.refuses = true;
    const letSleep = stayAwake();
    await settled();
    expect(() => letSleep()).not.toThrow();
    expect(lock.released).not.toHaveBeenCalled();
  });
});
