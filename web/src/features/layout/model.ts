/** What is asked of a layout, and what of it goes to the server. Pure. */
import type { Schemas } from "@/api/client";
import { type Box, boxOf, type Part } from "@/draw/layout/geometry";
import { SHAPES } from "@/text/layout";

export type Hole = { x_mm: number; y_mm: number; diameter_mm: number };
export type File = { name: string; format: "dxf" | "svg"; text: string };
export type Edge = "left" | "right" | "top" | "bottom";

/** Everything that is typed or dragged on the page; mm. */
export type Asked = {
  shape: string;
  measures: Record<string, number>;
  holes: Hole[];
  file: File | null;
  /** A part as a job's line keeps it, drawn from no shape that is known. */
  fixed: Schemas["LayoutPart"] | null;
  unit: "mm" | "in" | null;
  join_mm: number | null;
  /** Which part of a file. */
  part: number;
  thickness_mm: number;
  process: string;
  count: number;
  plate: { width_mm: number; height_mm: number; x_mm: number; y_mm: number };
  small_holes: string;
  order: string;
  /** Where a path is to be met, by its name, from the part's lower left. */
  starts: Record<string, { x_mm: number; y_mm: number }>;
};

/** What a line of a job says of itself. */
export type LineInput = {
  steel: { thickness_mm: number };
  cut: { process: string; count: number };
  layout: Schemas["LayoutWire"];
};

type Measure = { field: string; usual: number | null };

const needed = (field: string, usual: number): Measure => ({ field, usual });
const optional = (field: string): Measure => ({ field, usual: null });

/** The measures of each shape, with one to begin from; `null` where it may stay empty. */
export const MEASURES_OF: Record<string, readonly Measure[]> = {
  rectangle: [needed("width_mm", 203.2), needed("height_mm", 152.4), optional("corner_radius_mm")],
  base_plate: [needed("width_mm", 254), needed("height_mm", 254), optional("corner_cut_mm")],
  lug: [
    needed("width_mm", 101.6),
    needed("height_mm", 152.4),
    needed("hole_diameter_mm", 31.75),
    needed("hole_edge_mm", 38.1),
  ],
  gusset: [needed("width_mm", 203.2), needed("height_mm", 152.4), needed("corner_cut_mm", 19.05)],
  bracket: [needed("width_mm", 203.2), needed("height_mm", 203.2), optional("corner_radius_mm")],
  strip: [needed("width_mm", 304.8), needed("height_mm", 38.1)],
  disc: [needed("diameter_mm", 203.2)],
  ring: [needed("diameter_mm", 203.2), needed("inner_diameter_mm", 101.6)],
  polygon: [needed("diameter_mm", 152.4), needed("sides", 6)],
};

/** Shapes that take holes besides their own. */
export const HOLED: readonly string[] = ["rectangle", "base_plate", "gusset", "strip", "bracket"];

/** The measures that a shape begins from. */
export function usualMeasures(shape: string): Record<string, number> {
  const given = (MEASURES_OF[shape] ?? []).filter(({ usual }) => usual !== null);
  return Object.fromEntries(given.map(({ field, usual }) => [field, usual ?? 0]));
}

/** Two holes of a base plate to begin from: the shop's usual bearing plate has them at its middle line. */
export function usualHoles(shape: string): Hole[] {
  if (shape !== "base_plate") return [];
  return [50.8, 203.2].map((x_mm) => ({ x_mm, y_mm: 127, diameter_mm: 33.3375 }));
}

export const USUAL: Asked = {
  shape: "lug",
  measures: usualMeasures("lug"),
  holes: [],
  file: null,
  fixed: null,
  unit: null,
  join_mm: null,
  part: 0,
  thickness_mm: 12.7,
  process: "guided",
  count: 1,
  plate: { width_mm: 406.4, height_mm: 304.8, x_mm: 25.4, y_mm: 25.4 },
  small_holes: "drill",
  order: "cool",
  starts: {},
};

/** The name of a path: what it cuts, and which of them. */
export function startKey(of: string, index: number): string {
  return `${of} ${index}`;
}

/** The asked with a shape begun anew. */
export function withShape(asked: Asked, shape: string): Asked {
  return {
    ...asked,
    shape,
    measures: usualMeasures(shape),
    holes: usualHoles(shape),
    file: null,
    fixed: null,
    starts: {},
  };
}

/** The asked after a part was typed: its shape and measures anew; thickness and count where the line says them. */
export function withTyped(
  asked: Asked,
  typed: Pick<Schemas["PartReply"], "shape" | "thickness_mm" | "count">,
): Asked {
  const { shape, ...measures } = typed.shape as { shape?: string } & Record<string, number>;
  if (shape === undefined) return asked;
  // a hole that is typed without a place stands in the middle; of a gusset that is a third of each leg
  const { hole_diameter_mm: hole, ...others } = measures;
  const own = shape === "lug" || hole === undefined;
  const middle = (mm: number | undefined) => (mm ?? 0) / (shape === "gusset" ? 3 : 2);
  return {
    ...asked,
    shape,
    measures: own ? measures : others,
    holes: own
      ? []
      : [{ x_mm: middle(others.width_mm), y_mm: middle(others.height_mm), diameter_mm: hole }],
    file: null,
    fixed: null,
    starts: {},
    thickness_mm: typed.thickness_mm ?? asked.thickness_mm,
    count: typed.count ?? asked.count,
  };
}

/** The request for a shape. */
export function shapeRequest(asked: Asked): Schemas["ShapeRequest"] {
  const takes = (MEASURES_OF[asked.shape] ?? []).map(({ field }) => field);
  const measures = Object.entries(asked.measures).filter(([field]) => takes.includes(field));
  return {
    shape: asked.shape,
    ...Object.fromEntries(measures),
    holes: HOLED.includes(asked.shape) ? asked.holes : [],
  };
}

/** The side of the plate nearest to a part, and how far off it is; `null` where the part hangs over. */
export function nearestRim(box: Box, plate: Asked["plate"]): { edge: Edge; gap: number } | null {
  const [wide, high] = [box.right - box.left, box.top - box.bottom];
  const gaps: [Edge, number][] = [
    ["left", plate.x_mm],
    ["bottom", plate.y_mm],
    ["right", plate.width_mm - plate.x_mm - wide],
    ["top", plate.height_mm - plate.y_mm - high],
  ];
  if (gaps.some(([, gap]) => gap < 0)) return null;
  const [edge, gap] = gaps.reduce((a, b) => (b[1] < a[1] ? b : a));
  return { edge, gap };
}

/** The request for paths: the part as it lies, by the shop's plan. */
export function pathsRequest(
  asked: Asked,
  part: Part,
  plan: Schemas["CutPlanRequest"],
  rim: { edge: Edge; gap: number } | null,
): Schemas["PathsRequest"] {
  return {
    part,
    plan,
    small_holes: asked.small_holes,
    order: asked.order,
    datum: [0, 0],
    starts: Object.entries(asked.starts).map(([key, { x_mm, y_mm }]) => {
      const [of = "outer", index = "0"] = key.split(" ");
      return { of, index: Number(index), at: [asked.plate.x_mm + x_mm, asked.plate.y_mm + y_mm] };
    }),
    ...(rim === null ? {} : { at_edge: [rim.edge], rim_mm: rim.gap }),
  };
}

/** What a part is called in a list: by its shape, or by its file. */
export function nameOfPart(asked: Pick<Asked, "shape" | "file">, part: Pick<Part, "name">): string {
  return part.name || asked.file?.name || (SHAPES[asked.shape] ?? asked.shape).toLowerCase();
}

/** The layout as a line of a job; gas, gear and the shop's ways come with the job. */
export function lineInput(asked: Asked, body: Schemas["PathsRequest"]): LineInput {
  const { plan: _plan, kerf_mm: _kerf, reach_mm: _reach, hand: _hand, part, ...ways } = body;
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
    starts: Object.fromEntries(
      (layout.starts ?? []).map(({ of, index, at: [x = 0, y = 0] }) => [
        startKey(of, index ?? 0),
        { x_mm: x - corner.x, y_mm: y - corner.y },
      ]),
    ),
  };
}

/** Which reader a file wants, by its name; `null` where there is none. */
export function formatOf(name: string): File["format"] | null {
  const ending = name.toLowerCase().split(".").at(-1);
  return ending === "dxf" || ending === "svg" ? ending : null;
}

/** A part moved to where it lies on the plate: its lower left at the place typed. */
export function laidOn(part: Schemas["LayoutPart"], plate: Asked["plate"]): Part {
  const box = boxOf([part.outer]);
  const [dx, dy] = [plate.x_mm - box.left, plate.y_mm - box.bottom];
  const move = (place: number[]): number[] => [(place[0] ?? 0) + dx, (place[1] ?? 0) + dy];
  const contour = (one: Schemas["ContourWire"]): Schemas["ContourWire"] => ({
    closed: one.closed,
    start: move(one.start),
    segments: one.segments.map((segment) => ({
      ...segment,
      to: move(segment.to),
      ...(segment.centre == null ? {} : { centre: move(segment.centre) }),
    })),
  });
  return {
    name: part.name ?? "",
    outer: contour(part.outer),
    holes: (part.holes ?? []).map(contour),
    cuts: (part.cuts ?? []).map(contour),
  };
}
