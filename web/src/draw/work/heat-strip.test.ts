import { describe, expect, it } from "vitest";
import { along, SPAN } from "./heat-strip";

describe("the strip of heat colours", () => {
  it("goes from end to end, and keeps what is colder or hotter at its ends", () => {
    expect([along(SPAN[0]), along(625), along(SPAN[1])]).toEqual([0, 0.5, 1]);
    expect([along(20), along(1_400)]).toEqual([0, 1]);
  });

  it("puts what is hotter farther right", () => {
    for (let c = 200; c < 1_050; c += 50) expect(along(c + 50)).toBeGreaterThan(along(c));
  });
});
