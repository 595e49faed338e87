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
  /** Where a person stops on a path, in place of where the reach ends. */
  stops: Record<string, { x_mm: number; y_mm: number }[]>;
  /** long, none: whether long thin parts are tied. */
  tabs: string;
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
  strip: [needed("width_mm", 304.8), needed("height_mm", 38.1), optional("sanded_mm")],
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
  stops: {},
  tabs: "long",
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
    stops: {},
  };
}

/** The asked after a part was typed: its shape and measures anew; thickness and count where the line says them. */
export function withTyped(
  asked: Asked,
  typed: Pick<Schemas["PartReply"], "shape" | "thickness_mm" | "count">,
): Asked {
  const { shape, ...measures } = typed.shape as { shape?: string } & Record<string, number>;
  if (shape === undefined) return asked;
  // a strip lies along its plate
  const { width_mm: wide = 0, height_mm: high = 0 } = measures;
  if (shape === "strip" && high > wide)
    Object.assign(measures, { width_mm: high, height_mm: wide });
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
    stops: {},
    thickness_mm: typed.thickness_mm ?? asked.thickness_mm,
    count: typed.count ?? asked.count,
    plate: roomFor(asked.plate, measures),
  };
}

/** A plate that a part of such measures does not hang over: as it is, or larger with as much room on the far side. */
export function roomFor(plate: Asked["plate"], measures: Record<string, number>): Asked["plate"] {
  const { diameter_mm: across = 0, width_mm: wide = across, height_mm: high = across } = measures;
  return {
    ...plate,
    width_mm: Math.max(plate.width_mm, wide + 2 * plate.x_mm),
    height_mm: Math.max(plate.height_mm, high + 2 * plate.y_mm),
  };
}

/** The request for a shape. */
export function shapeRequest(asked: Asked): Schemas["ShapeRequest"] {
  const takes = (MEASURES_OF[asked.shape] ?? []).map(({ field }) => field);
  const given = Object.entries(asked.measures).filter(([field]) => takes.includes(field));
  const { sanded_mm: sanded = 0, ...measures } = Object.fromEntries(given);
  return {
    shape: asked.shape,
    ...measures,
    // what the sander takes is cut wider
    ...(sanded > 0 ? { height_mm: (measures.height_mm ?? 0) + sanded } : {}),
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
  marking?: Schemas["MarkingWire"],
): Schemas["PathsRequest"] {
  const key = (name: string) => {
    const [of = "outer", index = "0"] = name.split(" ");
    return { of, index: Number(index) };
  };
  const at = ({ x_mm, y_mm }: { x_mm: number; y_mm: number }) => [
    asked.plate.x_mm + x_mm,
    asked.plate.y_mm + y_mm,
  ];
  const strips = asked.shape === "strip" && asked.file === null && asked.fixed === null;
  return {
    part,
    plan,
    small_holes: asked.small_holes,
    order: asked.order,
    datum: [0, 0],
    starts: Object.entries(asked.starts).map(([name, place]) => ({ ...key(name), at: at(place) })),
    stops: Object.entries(asked.stops).map(([name, all]) => ({ ...key(name), at: all.map(at) })),
    tabs: asked.tabs,
    ...(marking === undefined ? {} : { marking }),
    ...(strips ? { strips: { count: asked.count, plate_mm: asked.plate.height_mm } } : {}),
    ...(rim === null ? {} : { at_edge: [rim.edge], rim_mm: rim.gap }),
  };
}

/** What a file is written of: the paths; where strips are marked is no file's. */
export function fileRequest(body: Schemas["PathsRequest"]): Omit<typeof body, "strips"> {
  const { strips: _, ...file } = body;
  return file;
}

/** What a part is called in a list: by its shape, or by its file. */
export function nameOfPart(asked: Pick<Asked, "shape" | "file">, part: Pick<Part, "name">): string {
  return part.name || asked.file?.name || (SHAPES[asked.shape] ?? asked.shape).toLowerCase();
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
