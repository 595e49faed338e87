/** Where a part that was laid out lies: its plate, and what of it is seen. Pure. */
import type { Schemas } from "@/api/client";
import type { Spot } from "../dry-run";
import { type Box, boxOf, type Part } from "./geometry";
import type { View } from "./view";

type Layout = Pick<Schemas["LayoutWire"], "part" | "datum" | "plate_mm">;

/** A part of the wire with holes and cuts, be there none. */
export function partOf(part: Schemas["LayoutPart"]): Part {
  const { name, outer, holes, cuts } = part;
  return { name: name ?? "", outer, holes: holes ?? [], cuts: cuts ?? [] };
}

/** Room round a part whose plate is not known, share of its longer side. */
const ROOM = 0.12;

/** The plate that a part lies on: as it was told, or a piece with room round the part and its leads. */
export function plateOf(
  layout: Layout,
  paths: readonly Pick<Schemas["PathWire"], "contour" | "lead_in" | "lead_out">[],
): { plate: { width_mm: number; height_mm: number }; corner: Spot } {
  const [wide, high] = layout.plate_mm ?? [];
  if (wide !== undefined && high !== undefined) {
    const [x, y] = layout.datum ?? [0, 0];
    return { plate: { width_mm: wide, height_mm: high }, corner: { x: x ?? 0, y: -(y ?? 0) } };
  }
  const box = around(boxOf([layout.part.outer, ...paths.map((path) => path.contour)]), [
    ...paths.flatMap((path) => [...path.lead_in, ...path.lead_out]),
  ]);
  const room = ROOM * Math.max(box.right - box.left, box.top - box.bottom);
  return {
    plate: {
      width_mm: box.right - box.left + 2 * room,
      height_mm: box.top - box.bottom + 2 * room,
    },
    corner: { x: box.left - room, y: -(box.bottom - room) },
  };
}

function around(box: Box, places: readonly number[][]): Box {
  return places.reduce(
    (all, [x = 0, y = 0]) => ({
      left: Math.min(all.left, x),
      right: Math.max(all.right, x),
      bottom: Math.min(all.bottom, y),
      top: Math.max(all.top, y),
    }),
    box,
  );
}

/** The whole plate with room for its trestles. */
export function wholeOf(plate: { width_mm: number; height_mm: number }, corner: Spot): View {
  const { width_mm: wide, height_mm: high } = plate;
  const room = Math.max(wide, high) * 0.06;
  return {
    x: corner.x - room,
    y: corner.y - high - room,
    width: wide + 2 * room,
    height: high + 2 * room,
  };
}
