import { describe, expect, it } from "vitest";
import { ApiFailure, data, isPlanned } from "./client";

async function failureOf(reply: Promise<{ data?: unknown; error?: unknown }>): Promise<ApiFailure> {
  const caught = await data(reply).then(
    (answer) => answer,
    (error) => error,
  );
  expect(caught).toBeInstanceOf(ApiFailure);
  return caught as ApiFailure;
}

const refusal = (detail: object) => Promise.resolve({ error: { error: detail } });

describe("a reply", () => {
  it("is its data, and nothing is data too", async () => {
    expect(await data(Promise.resolve({ data: { jobs: [] } }))).toEqual({ jobs: [] });
    expect(await data(Promise.resolve({ data: null }))).toBeNull();
  });

  it("that never comes is told as a shop out of reach", async () => {
    const failure = await failureOf(Promise.reject(new TypeError("Failed to fetch")));
    expect(failure.code).toBe("offline");
    expect(failure.message).toMatch(/does not answer/);
  });

  it("of a shop whose database is away is one that waits, not one that refuses", async () => {
    const failure = await failureOf(
      refusal({ code: "unavailable", message: "Back soon.", fields: [] }),
    );
    expect([failure.code, failure.message]).toEqual(["offline", "Back soon."]);
  });

  it("that refuses keeps its fields, and both versions of a conflict", async () => {
    const field = { path: "cut.count", code: "out_of_range", message: "", value: 0 };
    const wrong = await failureOf(
      refusal({ code: "invalid_input", message: "No.", fields: [field] }),
    );
    expect(wrong.fields).toEqual([field]);
    const both = { code: "conflict", message: "", fields: [], current: { v: 2 }, yours: { v: 1 } };
    const conflict = await failureOf(refusal(both));
    expect([conflict.current, conflict.yours]).toEqual([{ v: 2 }, { v: 1 }]);
  });

  it("that is no answer of ours is an error in words", async () => {
    for (const error of [undefined, "<html>502</html>", {}]) {
      const failure = await failureOf(Promise.resolve({ error }));
      expect([failure.code, failure.message]).toEqual([
        "internal",
        "The server answered with an error.",
      ]);
    }
  });
});

describe("a line", () => {
  it("plans only with both its plan and what was asked", () => {
    type Line = Parameters<typeof isPlanned>[0];
    const line = (plan: object | null, request: object | null) => ({ plan, request }) as Line;
    expect(isPlanned(line({}, {}))).toBe(true);
    expect([line(null, {}), line({}, null), line(null, null)].some(isPlanned)).toBe(false);
  });
});
