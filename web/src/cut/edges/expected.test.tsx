import { expect, it } from "vitest";
import type { Schemas } from "@/api/client";
import { classWords } from "./ExpectedEdge";

const edge = (u: number | null, rz5: number | null) =>
  ({ perpendicularity_range: u, roughness_range: rz5 }) as unknown as Schemas["EdgeWire"];

it("names the classes of an edge, and those that no range of the standard reaches", () => {
  expect(classWords(edge(3, 2))).toBe("u range 3 · Rz5 range 2");
  // ISO 9013 has five ranges of u and four of Rz5
  expect(classWords(edge(null, null))).toBe("u beyond range 5 · Rz5 beyond range 4");
});
