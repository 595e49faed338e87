import { describe, expect, it } from "vitest";
import type { Doors } from "@/api/session";
import { doorOf, invitationIn, touched } from "./model";

const doors = (more: Partial<Doors> = {}): Doors => ({
  demo: [],
  unclaimed: false,
  passkeys: null,
  device: null,
  people: [],
  ...more,
});
const tablet = { id: "1", name: "Bay 2", place: "", made_at: "" } as NonNullable<Doors["device"]>;

describe("an address", () => {
  it("holds an invitation behind its # and nothing else is one", () => {
    const key = "a".repeat(43);
    expect(invitationIn(`#invitation=${key}`)).toBe(key);
    for (const other of [
      "",
      "#",
      "#invitation=",
      "#invitation=short",
      `#x=${key}`,
      `#invitation=${key}/..`,
    ])
      expect(invitationIn(other), other).toBeNull();
  });
});

describe("the door that is shown", () => {
  it("is an invitation's before any other", () => {
    expect(doorOf(doors({ unclaimed: true }), "a".repeat(43))).toBe("invitation");
  });
  it("is that of the first owner while there is none", () => {
    expect(doorOf(doors({ unclaimed: true, device: tablet }), null)).toBe("claim");
  });
  it("is that of names and PINs at a tablet where somebody has one", () => {
    expect(doorOf(doors({ device: tablet, people: [{ name: "Dorrit", role: null }] }), null)).toBe(
      "tablet",
    );
    expect(doorOf(doors({ device: tablet }), null)).toBe("desk");
    expect(doorOf(doors(), null)).toBe("desk");
  });
});

describe("a pad of digits", () => {
  it("adds a digit a touch, eight at most, and wipes them all", () => {
    expect(["2", "5", "8", "0"].reduce(touched, "")).toBe("2580");
    expect([..."123456789"].reduce(touched, "")).toBe("12345678");
    expect(touched("258", "wipe")).toBe("");
  });
});
