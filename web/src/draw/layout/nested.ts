/** Where a nest lays a part, as a drawing moves it. Pure. */
import type { Schemas } from "@/api/client";
import type { Spot } from "../dry-run";
import { boxOf, type Contour, type Part, spot } from "./geometry";

type Placed = Pick<Schemas["NestPlaced"], "x_mm" | "y_mm" | "angle_deg" | "mirrored">;

/** As SVG moves it: mirrored, then turned, then moved; y goes down there, so a turn goes the other way. */
export function moved({ x_mm, y_mm, angle_deg, mirrored }: Placed): string {
  const all = [`translate(${x_mm} ${-y_mm})`];
  if (angle_deg !== 0) all.push(`rotate(${-angle_deg})`);
  if (mirrored) all.push("scale(-1 1)");
  return all.join(" ");
}

/** Where a place of the part comes to lie on the drawing. */
export function lying(place: readonly number[], { x_mm, y_mm, angle_deg, mirrored }: Placed): Spot {
  const [x, y] = [(mirrored ? -1 : 1) * (place[0] ?? 0), place[1] ?? 0];
  const turn = (angle_deg * Math.PI) / 180;
  const [sin, cos] = [Math.sin(turn), Math.cos(turn)];
  return spot([x_mm + x * cos - y * sin, y_mm + x * sin + y * cos]);
}

/** Where a part's number stands: in the middle of its box, or of its lower left corner where a hole is there. */
export function numberAt(part: Pick<Part, "outer" | "holes">, placed: Placed): Spot {
  const box = boxOf([part.outer]);
  const middle = [(box.left + box.right) / 2, (box.bottom + box.top) / 2];
  const inHole = part.holes
    .map((hole) => boxOf([hole]))
    .find(
      (hole) =>
        hole.left < (middle[0] ?? 0) &&
        (middle[0] ?? 0) < hole.right &&
        hole.bottom < (middle[1] ?? 0) &&
        (middle[1] ?? 0) < hole.top,
    );
  if (inHole === undefined) return lying(middle, placed);
  return lying([(box.left + inHole.left) / 2, middle[1] ?? 0], placed);
}

/** Across and up of a contour's box. */
export function sizeOf(contour: Contour): { wide: number; high: number } {
  const { left, right, bottom, top } = boxOf([contour]);
  return { wide: right - left, high: top - bottom };
}
