/** A layout as a line of a job, and back. Pure. */
import type { Schemas } from "@/api/client";
import { boxOf, type Part } from "@/draw/layout/geometry";
import { type Asked, nameOfPart, startKey, USUAL } from "./model";

/** What a line of a job says of itself. */
export type LineInput = {
  steel: { thickness_mm: number };
  cut: { process: string; count: number };
  layout: Schemas["LayoutWire"];
};

/** The layout as a line of a job; gas, gear and the shop's ways come with the job. */
export function lineInput(asked: Asked, body: Schemas["PathsRequest"]): LineInput {
  // gas, gear, reach, hand and marks are the job's and the shop's
  const { plan: _p, kerf_mm: _k, reach_mm: _r, hand: _h, strips: _s, marking: _m, ...own } = body;
  const { part, ...ways } = own;
  return {
    steel: { thickness_mm: asked.thickness_mm },
    cut: { process: asked.process, count: asked.count },
    layout: {
      ...ways,
      part: { ...part, name: nameOfPart(asked, part as Part) },
      plate_mm: [asked.plate.width_mm, asked.plate.height_mm],
      ...(asked.file === null && asked.fixed === null
        ? { drawn: { shape: asked.shape, measures: asked.measures, holes: asked.holes } }
        : {}),
    },
  };
}

/** A line's own input with its part laid out anew; what else it says stays. */
export function relaid(input: unknown, next: LineInput): Record<string, unknown> {
  const old = input as { steel?: object; cut?: object; layout?: { lifting_limit_kg?: number } };
  const limit = old.layout?.lifting_limit_kg;
  return {
    ...old,
    steel: { ...old.steel, ...next.steel },
    cut: { ...old.cut, ...next.cut },
    layout: { ...next.layout, ...(limit === undefined ? {} : { lifting_limit_kg: limit }) },
  };
}

/** Room on each side of a part whose plate nobody told, mm. */
const AROUND = 50.8;

/** What is asked on the page, of a job's line; `null` where it lays nothing out. */
export function askedOf(input: unknown): Asked | null {
  const { steel, cut, layout } = input as Partial<LineInput>;
  if (layout === undefined) return null;
  const box = boxOf([layout.part.outer]);
  const [left = 0, bottom = 0] = layout.datum ?? [box.left - AROUND, box.bottom - AROUND];
  const [wide, high] = layout.plate_mm ?? [box.right - left + AROUND, box.top - bottom + AROUND];
  const drawn = layout.drawn as Pick<Asked, "shape" | "measures" | "holes"> | undefined;
  const corner = { x: box.left, y: box.bottom };
  return {
    ...USUAL,
    ...(drawn ?? { fixed: layout.part }),
    thickness_mm: steel?.thickness_mm ?? USUAL.thickness_mm,
    process: cut?.process ?? USUAL.process,
    count: cut?.count ?? 1,
    plate: {
      width_mm: wide ?? USUAL.plate.width_mm,
      height_mm: high ?? USUAL.plate.height_mm,
      x_mm: box.left - left,
      y_mm: box.bottom - bottom,
    },
    small_holes: String(layout.small_holes ?? USUAL.small_holes),
    order: String(layout.order ?? USUAL.order),
    tabs: String(layout.tabs ?? USUAL.tabs),
    stops: Object.fromEntries(
      (layout.stops ?? []).map(({ of, index, at }) => [
        startKey(of, index ?? 0),
        at.map(([x = 0, y = 0]) => ({ x_mm: x - corner.x, y_mm: y - corner.y })),
      ]),
    ),
    starts: Object.fromEntries(
      (layout.starts ?? []).map(({ of, index, at: [x = 0, y = 0] }) => [
        startKey(of, index ?? 0),
        { x_mm: x - corner.x, y_mm: y - corner.y },
      ]),
    ),
  };
}
