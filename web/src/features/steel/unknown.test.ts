import { describe, expect, it } from "vitest";
import sentences from "../../../../reference/text/en.toml";
import { PICTURED } from "./TestPicture";
import { answered, likelyOf } from "./unknown";

describe("an unknown piece", () => {
  const known = ["magnet_strong", "magnet_weak", "magnet_none"];

  it("has one answer a test, taken back by a second touch", () => {
    const first = answered(["file_bites"], known, "magnet_weak");
    expect(first).toEqual(["file_bites", "magnet_weak"]);
    expect(answered(first, known, "magnet_none")).toEqual(["file_bites", "magnet_none"]);
    expect(answered(first, known, "magnet_weak")).toEqual(["file_bites"]);
  });

  it("lists the likely metals, five at most, in their order", () => {
    const metals = [0.4, 0.3, 0.1, 0.08, 0.06, 0.04, 0.01].map((probability) => ({ probability }));
    expect(likelyOf(metals).map(({ probability }) => probability)).toEqual([
      0.4, 0.3, 0.1, 0.08, 0.06,
    ]);
    expect(likelyOf([{ probability: 0.019 }])).toEqual([]);
  });

  it("draws answers that have a word of the shop", () => {
    for (const code of PICTURED) expect(sentences.words?.[code], code).toBeTruthy();
  });
});
