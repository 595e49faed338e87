import { describe, expect, it } from "vitest";
import { ApiFailure } from "./client";
import { once } from "./once";

/** A shop whose answers can be lost on the way; it keeps what it was sent by id. */
function shop(answers: ("lost" | "refused" | "answered")[]) {
  const kept = new Map<string, unknown>();
  const send = async (id: string, body: unknown) => {
    const answer = answers.shift();
    if (answer === "refused") throw new ApiFailure("invalid_input", "no");
    kept.set(id, body);
    if (answer === "lost") throw new ApiFailure("offline", "no answer");
    return id;
  };
  return { kept, send };
}

describe("what is meant once", () => {
  it("is made once when its answer is lost and it is sent again", async () => {
    const { kept, send } = shop(["lost", "lost", "answered"]);
    const meaning = ["line", "job", "3/4 plate 36in"];
    await expect(once(meaning, { position: 1 }, send)).rejects.toThrow("no answer");
    await expect(once(meaning, { position: 2 }, send)).rejects.toThrow("no answer");
    await once(meaning, { position: 2 }, send);
    expect([...kept.values()]).toEqual([{ position: 1 }]);
  });

  it("is made anew once it was answered: the same line twice is two lines", async () => {
    const { kept, send } = shop(["answered", "answered"]);
    const meaning = ["line", "job", "1/2 plate 12in"];
    await once(meaning, { position: 1 }, send);
    await once(meaning, { position: 2 }, send);
    expect(kept.size).toBe(2);
  });

  it("is told apart from another by what it means", async () => {
    const { kept, send } = shop(["lost", "answered"]);
    await expect(once(["person", "Ada"], {}, send)).rejects.toThrow();
    await once(["person", "Bo"], {}, send);
    expect(kept.size).toBe(2);
  });

  it("may be meant otherwise after a refusal", async () => {
    const { kept, send } = shop(["refused", "answered"]);
    await expect(once(["job", "x"], { name: "" }, send)).rejects.toThrow("no");
    await once(["job", "x"], { name: "Gate" }, send);
    expect([...kept.values()]).toEqual([{ name: "Gate" }]);
  });
});
