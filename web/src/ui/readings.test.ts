import { describe, expect, it } from "vitest";
import { allRead, isReading, reading } from "./readings";

/** Work that ends when it is told to. */
function work() {
  let end = (_: "read" | "refused") => {};
  const promise = new Promise<string>((resolve, reject) => {
    end = (how) => (how === "read" ? resolve("read") : reject(new Error("refused")));
  });
  return { promise, end: (how: "read" | "refused") => end(how) };
}

describe("what is being read", () => {
  it("is waited for until the last of it ends", async () => {
    const [first, second] = [work(), work()];
    const told: string[] = [];
    void reading(first.promise).then(() => told.push("first"));
    void reading(second.promise).then(() => told.push("second"));
    const waited = allRead().then(() => told.push("all"));
    expect(isReading()).toBe(true);
    first.end("read");
    await first.promise;
    expect(isReading()).toBe(true);
    second.end("read");
    await waited;
    expect(told).toEqual(["first", "second", "all"]);
    expect(isReading()).toBe(false);
  });

  it("waits for what begins while it waits", async () => {
    const [first, later] = [work(), work()];
    const told: string[] = [];
    void reading(first.promise).then(() => reading(later.promise).then(() => told.push("later")));
    const waited = allRead().then(() => told.push("all"));
    first.end("read");
    await first.promise;
    await Promise.resolve();
    later.end("read");
    await waited;
    expect(told).toEqual(["later", "all"]);
  });

  it("ends where it is refused, and gives the refusal to whoever asked", async () => {
    const one = work();
    const asked = reading(one.promise);
    one.end("refused");
    await expect(asked).rejects.toThrow("refused");
    await allRead();
    expect(isReading()).toBe(false);
  });

  it("is nothing to wait for where nothing was typed", async () => {
    await allRead();
    expect(isReading()).toBe(false);
  });
});
