import { describe, expect, it } from "vitest";
import { wiresOf } from "./wires";

describe("the wires of a tip cleaner", () => {
  it("are read with points or commas, in any spacing", () => {
    expect(wiresOf("0.6 0,8  1;1.2")).toEqual([0.6, 0.8, 1, 1.2]);
    expect(wiresOf("  ")).toEqual([]);
  });
  it("keep what is no number, so that it is refused and not dropped", () => {
    expect(wiresOf("0.6 thick")[1]).toBeNaN();
  });
});
