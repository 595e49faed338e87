import { describe, expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { assumedOf, isPart, mended, piecesOf, usualProcess } from "./line";

const read = (
  marks: { start: number; end: number; assumed?: string }[],
  problems: { code: string; start?: number; end?: number }[] = [],
) => ({ marks, problems }) as unknown as Schemas["LineReply"];

describe("a typed line", () => {
  it("is cut into pieces that are the line again, whatever was read in it", () => {
    const text = "3/4 in plate, 36 inn";
    const found = read([{ start: 0, end: 12 }], [{ code: "unknown", start: 14, end: 20 }]);
    const pieces = piecesOf(text, found);
    expect(pieces.map((piece) => piece.text).join("")).toBe(text);
    expect(pieces.map((piece) => [piece.text, piece.look])).toEqual([
      ["3/4 in plate", "read"],
      [", ", "plain"],
      ["36 inn", "faulty"],
    ]);
  });

  it("keeps its letters where spans overlap, stand out of order, or are missing", () => {
    const text = "abcdef";
    const crossed = read(
      [
        { start: 3, end: 5 },
        { start: 0, end: 4 },
      ],
      [{ code: "missing" }],
    );
    expect(
      piecesOf(text, crossed)
        .map((piece) => piece.text)
        .join(""),
    ).toBe(text);
    expect(piecesOf(text, read([]))).toEqual([{ text, at: 0, look: "plain" }]);
    expect(piecesOf("", read([]))).toEqual([]);
  });

  it("is mended in its place, or at its end where the fault has none", () => {
    expect(mended("36 inn long", { start: 3, end: 6 }, "in")).toBe("36 in long");
    expect(mended("36 inn long", { start: 3, end: 7 }, "")).toBe("36 long");
    expect(mended("3/4 in plate  ", {}, "36 in")).toBe("3/4 in plate 36 in");
  });

  it("says each thing that was filled in once", () => {
    const found = read([
      { start: 0, end: 1, assumed: "guided" },
      { start: 1, end: 2 },
      { start: 2, end: 3, assumed: "guided" },
      { start: 3, end: 4, assumed: "inches" },
    ]);
    expect(assumedOf(found)).toEqual(["guided", "inches"]);
  });

  it("is a part where the reading says that it is laid out", () => {
    expect(isPart(read([], [{ code: "laid_out_later" }]))).toBe(true);
    expect(isPart(read([], [{ code: "unknown_word" }]))).toBe(false);
  });
});

it("moves the torch as the shop usually does, and asks where the shop wants to be asked", () => {
  expect(usualProcess({ usual_process: "guided" })).toBe("guided");
  expect(usualProcess({ usual_process: "asked" })).toBeNull();
  expect(usualProcess({})).toBeNull();
  expect(usualProcess(undefined)).toBeNull();
});
