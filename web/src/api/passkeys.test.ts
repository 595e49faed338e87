import { afterEach, describe, expect, it, vi } from "vitest";
import { canUsePasskeys } from "./passkeys";

afterEach(() => vi.unstubAllGlobals());

describe("passkeys", () => {
  it("are offered on the page of their own address, by a browser that speaks them", () => {
    vi.stubGlobal("location", { origin: "https://cuts.shop" });
    vi.stubGlobal("PublicKeyCredential", { parseCreationOptionsFromJSON: () => ({}) });
    expect(canUsePasskeys("https://cuts.shop")).toBe(true);
    expect(canUsePasskeys("https://cuts.shop/")).toBe(true);
    expect(canUsePasskeys("http://localhost:8080")).toBe(false);
    expect(canUsePasskeys(null)).toBe(false);
    vi.stubGlobal("PublicKeyCredential", {});
    expect(canUsePasskeys("https://cuts.shop")).toBe(false);
    vi.stubGlobal("PublicKeyCredential", undefined);
    expect(canUsePasskeys("https://cuts.shop")).toBe(false);
  });
});
