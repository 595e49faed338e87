/** What the layout says. */
export const LAYOUT = {
  title: "Layout",
  lead: "Draw the part, or read it from a file: the torch's path comes with its kerf, starts, order and stops.",
  typed: "Type the part",
  typedHint: "6x lug 4x6 1/2 plate, hole 1-1/8",
  take: "Lay it out",
  shape: "Shape",
  file: "Read a drawing (DXF, SVG)",
  fromShape: "Back to shapes",
  part: "Part",
  material: "Plate and torch",
  thickness: "Thickness",
  process: "Torch moved",
  count: "Pieces",
  plate: "Plate on the trestles",
  plateWidth: "Plate across",
  plateHeight: "Plate up",
  fromLeft: "Part from the left",
  fromBelow: "Part from below",
  smallHoles: "Small holes",
  smallDrill: "Drill them",
  smallCut: "Cut them",
  order: "Order",
  orderCool: "Spare heat",
  orderNear: "Shortest ways",
  holes: "Holes",
  addHole: "Add a hole",
  dropHole: "Remove hole",
  hole: "Hole",
  holeX: "from the left",
  holeY: "from below",
  holeAcross: "across",
  unit: "The file is in",
  joinWithin: "Join ends within",
  problems: "In the drawing",
  paths: "Order of cutting",
  drilled: "Drill first",
  time: "Time",
  oxygen: "Oxygen",
  fuel: "Fuel",
  weight: "Weight of one",
  kerf: "Kerf",
  area: "Steel of one",
  each: "one piece",
  all: "all",
  run: "Run through",
  pause: "Pause",
  atOnce: "At true pace",
  tenfold: "Ten times as fast",
  next: "Next path",
  before: "Path before",
  nearer: "Nearer",
  farther: "Farther",
  fit: "Fit",
  files: "Take it along",
  paper: "Paper",
  reading: "Reading the drawing",
  working: "Laying it out",
  pivot: "pivot to tip",
  stops: "stops",
  hand: "A right hand goes right to left with the kept side toward the body; what is kept is hatched.",
  dryRun: "Dry run first: torch unlit, oxygen shut.",
  datum: "All marks are measured from this corner",
} as const;

/** Shapes by their word. */
export const SHAPES: Record<string, string> = {
  rectangle: "Rectangle",
  base_plate: "Base plate",
  lug: "Lug",
  gusset: "Gusset",
  bracket: "Bracket",
  strip: "Strip",
  disc: "Disc",
  ring: "Ring",
  polygon: "Polygon",
};

/** Measures of a shape by their field. */
export const MEASURES: Record<string, string> = {
  width_mm: "Across",
  height_mm: "Up",
  corner_radius_mm: "Corner radius",
  corner_cut_mm: "Corner cut off",
  diameter_mm: "Diameter",
  inner_diameter_mm: "Hole diameter",
  sides: "Sides",
  hole_diameter_mm: "Hole diameter",
  hole_edge_mm: "Hole edge to top",
};

/** What a sign of the drawing means. */
export const SIGNS: readonly { sign: string; text: string }[] = [
  { sign: "edge", text: "starts at the edge" },
  { sign: "pierce", text: "pierce in the scrap" },
  { sign: "stop", text: "stop and move on" },
  { sign: "standing", text: "corner stays round" },
  { sign: "drill", text: "drill: a start, or the whole hole" },
];

/** What a path cuts. `pathName("hole", 1)` is "hole 2". */
export function pathName(of: string, index: number): string {
  if (of === "outer") return "outline";
  return `${of} ${index + 1}`;
}
