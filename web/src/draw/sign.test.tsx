import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { hasPicture } from "./sign";

/** The rows of a table of the trade, as columns by their names. */
function rows(file: string): Record<string, string>[] {
  const lines = readFileSync(`../reference/tables/${file}`, "utf8").split("\n");
  const [head = "", ...body] = lines.filter((line) => line !== "" && !line.startsWith("#"));
  const names = head.split(",");
  return body.map((line) => {
    const cells = line.match(/("[^"]*"|[^,]*)(,|$)/g) ?? [];
    return Object.fromEntries(
      names.map((name, i) => [name, (cells[i] ?? "").replace(/,$/, "").replaceAll('"', "")]),
    );
  });
}

describe("a sign or a trouble is told by a picture", () => {
  const findings = rows("edge-findings.csv");

  it("of flame, torch and metal, each of those that can be looked for", () => {
    const seen = findings.filter(({ where = "" }) => ["flame", "torch", "metal"].includes(where));
    expect(seen.length).toBeGreaterThan(12);
    const bare = seen.map(({ code = "" }) => code).filter((code) => !hasPicture(code));
    // the band of heat colours is shown on the drawn face itself
    expect(bare).toEqual(["wide_heat_band"]);
  });

  it("of trouble at the torch, each that stops the work", () => {
    const stops = rows("torch-troubles.csv").filter(({ level }) => level === "stop");
    expect(stops.length).toBeGreaterThan(6);
    const bare = stops
      .map(({ code = "", finding = "" }) => finding || code)
      .filter((code) => !hasPicture(code));
    expect(bare).toEqual([]);
  });

  it("and an unknown code has none", () => {
    expect(hasPicture("no_such_sign")).toBe(false);
  });
});
