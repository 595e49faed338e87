/** The sentences of reference/text/en.toml in the reader's units, and those that only the screen says. */
import type { FieldError, Values } from "@/api/client";
import { clock, type Kind, number, print, type System, unitOf } from "@/units";
import sentences from "../../../reference/text/en.toml";

type Section = "notes" | "cues" | "stays" | "errors" | "fields" | "words" | "work_title";

/** What a code of a choice is called. `word("mill_scale")` is "mill scale". */
export function word(code: string): string {
  return sentences.words?.[code] ?? sentences.work_title?.[code] ?? code.replaceAll("_", " ");
}

/** Codes as a choice offers them, in words. */
export function options(codes: readonly string[]): { value: string; text: string }[] {
  return codes.map((code) => ({ value: code, text: word(code) }));
}

/** A value inside a sentence, in the reader's units. */
export function value(of: Values[string], system: System): string {
  if (of.word !== undefined && of.word !== null) return word(of.word);
  const kind = of.kind as Kind;
  const [last, ...before] = [...of.numbers].reverse();
  if (last === undefined) return "";
  if (kind === "duration") return of.numbers.map(clock).join(", ");
  return [...before.reverse().map((n) => number(n, kind, system)), print(last, kind, system)].join(
    ", ",
  );
}

/** The sentence of a code in the reader's units; the server's text where the code is unknown here. */
export function sentence(
  section: Section,
  code: string,
  values: Values,
  system: System,
  fallback = code,
): string {
  return filled(sentences[section]?.[code], { values, system, fallback });
}

type Filling = { values: Values; system: System; fallback: string };

/** A sentence with its values in the reader's units; the server's text where there is none here. */
export function filled(
  template: string | undefined,
  { values, system, fallback }: Filling,
): string {
  if (template === undefined) return fallback;
  // what is said of a piece of gear holds the shop's own words: the server has filled them in
  const names = [...template.matchAll(/\{(\w+)\}/g)].map((match) => match[1] ?? "");
  if (names.some((name) => values[name] === undefined)) return fallback;
  return template.replace(/\{(\w+)\}/g, (all, name: string) => {
    const found = values[name];
    return found === undefined ? all : value(found, system);
  });
}

const KIND_OF_UNIT: Record<string, Kind> = {
  mm: "length",
  m: "run",
  "mm/min": "speed",
  kPa: "pressure",
  "°C": "temperature",
  "°": "angle",
  "%": "percent",
  s: "duration",
  kg: "mass",
  "l/min": "gas_flow",
  l: "gas_volume",
};

/** A refusal at a field, in the reader's units: what is wrong and what is allowed. */
export function refusal(error: FieldError, system: System): string {
  const template = sentences.errors?.[error.code];
  const limits = error.limits;
  if (template === undefined || !limits) return error.message;
  const kind = KIND_OF_UNIT[limits.unit];
  const printed = (value: number) =>
    kind === undefined ? `${value} ${limits.unit}`.trim() : print(value, kind, system);
  const given = typeof error.value === "number" ? printed(error.value) : `“${String(error.value)}”`;
  const parts: Record<string, string> = {
    field: sentences.fields?.[error.path] ?? error.path,
    value: given,
    low: printed(limits.low),
    high: printed(limits.high),
  };
  return template.replace(/\{(\w+)\}/g, (all, name: string) => parts[name] ?? all);
}

/** What the shop did not take, in the reader's units: one sentence a field, else the whole in one. */
export function refused(
  error: { message: string; fields: readonly FieldError[] },
  system: System,
): string[] {
  const fields = new Set(error.fields.map((field) => refusal(field, system)));
  return fields.size > 0 ? [...fields] : [error.message];
}

/** Why a number does not move with the fuel, where there is a reason to give. */
export function stays(quantity: string): string | null {
  return sentences.stays?.[quantity] ?? null;
}

/** A standing of a source as the screen calls it. */
export const STANDINGS: Record<string, string> = {
  published: "published",
  practice: "common practice",
  ours: "our judgement",
  computed: "computed",
  given: "as given",
  shop: "this shop",
};

/** Names of the numbers of a plan. */
export const QUANTITIES: Record<string, string> = {
  tip: "Tip",
  oxygen_pressure_kpa: "Oxygen",
  fuel_pressure_kpa: "Fuel",
  start_preheat_s: "Start preheat",
  travel_speed_mm_min: "Travel speed",
  standoff_mm: "Cones to plate",
  tip_to_plate_mm: "Tip to plate",
  kerf_mm: "Kerf",
  drag_mm: "Drag",
  starts: "Starts",
  time_s: "Time, one cut",
  oxygen_l: "Oxygen used",
  fuel_l: "Fuel used",
  oxygen_flow_l_min: "Cutting oxygen",
  preheat_oxygen_flow_l_min: "Flame oxygen",
  fuel_flow_l_min: "Fuel flow",
  path_thickness_mm: "Path through metal",
  heat_affected_mm: "Heat-affected depth",
  cost: "Cost, one cut",
  carbon_equivalent: "Carbon equivalent",
  supply: "Supply",
  oxygen_balance: "Oxygen balance",
};

/** Names of the numbers of a part that was laid out: of all its paths. */
const OF_A_PIECE: Record<string, string> = { time_s: "Time, one piece", cost: "Cost, one piece" };

/** The name of a number of a plan. `quantityName("time_s", true)` is "Time, one piece". */
export function quantityName(quantity: string, laid: boolean): string {
  return (laid ? OF_A_PIECE[quantity] : undefined) ?? QUANTITIES[quantity] ?? quantity;
}

/** Names of the inputs that move a number. */
export const INPUTS: Record<string, string> = {
  thickness: "thickness and bevel",
  fuel: "fuel",
  process: "way of cutting",
  quality: "edge asked",
  surface: "faces of the plate",
  plate_temperature: "plate temperature",
  start: "kind of start",
  length: "length of cut",
  purity: "oxygen purity",
  tip: "tip",
  hose: "hoses",
  torch: "torch",
  policy: "the shop's usual practice",
  learned: "the shop's own burns",
  prices: "the shop's prices",
  composition: "what the steel is made of",
  cylinders: "the cylinders at hand",
};

/** What only the screen says. */
export const SCREEN = {
  olderPage: "The shop has a newer version of this page. What you typed stays.",
  loadPage: "Load it",
  placeholder: "4x 3/4 plate 36in guided, rust",
  entryLabel: "Describe one cut in a line",
  partTyped: "A part, not one length of cut: it is laid out on its plate.",
  entryHelp:
    "How many, how thick or which shape, how long, how the torch is moved, what is on the faces: also 2x W12x26 square 20ft, painted, freehand. Other work: cut off 6 rusted 3/4 bolts, save the studs.",
  moreLines: "{value} of {count|cut|cuts} shown. Loading the others.",
  emptyJob: "No cuts yet. Type the first one above, as you would write it on the plate.",
  emptyNext: "Every cut has its card. Type a new one above, or open a job.",
  emptyLast: "No card has been made yet.",
  emptyJobs: "No jobs yet. Name one to start its list of cuts.",
  nothingToDraw: "Type a cut above and it is drawn here to scale, with its settings.",
  offline:
    "The shop's server does not answer. What you typed is kept here; it is tried again by itself.",
  flowing: "with gas flowing",
  askFuel:
    "Which fuel burns? Some of what you told means another thing with another fuel, and weighs nothing until it is said.",
  seen: "Yes, I see it",
  notSeen: "Not there",
  noSetting: "see the stop: nothing stands what it would need",
  manual: "Follow the torch maker's manual, your local code and your hot-work permit.",
  byWire: "Or the thickest wire that goes through",
  wires: "Wires of the tip cleaner, mm",
  wiresAbout: "thin to thick, with spaces: a bore is measured with them in the Rack",
  otherFuel: "Planned for another fuel than this job's rig is set up for:",
  liftFirst: "lift the stop first",
  notToBeSet: "Not to be set: lift the stop first.",
  stopCard: "STOP: do not cut by this card.",
  staleJob: "Somebody changed this job meanwhile. It shows their version now: change it again.",
  staleTitle: "Somebody changed this cut meanwhile",
  staleBody: "Nothing is lost. Keep theirs, or save yours over it.",
  doesNotPlan: "This cut does not plan any more.",
  typeAgain: "Type it again as it is meant",
  planning: "being planned anew",
  moreJobs: "Earlier jobs",
  noJob: "This job does not exist, or it was deleted.",
  noCard: "There is no card under this address.",
  noPage: "No such page",
  noPageHere: "Nothing stands under this address. It may be an old link, or a slip of the keys.",
  toToday: "To today",
  toJobs: "To the jobs",
  schools:
    "Where the trade disagrees, a shop picks one way and keeps to it. The torch maker's manual outranks every choice here.",
  thicknessDrag: "Plate thickness: drag the bottom edge of the plate, or use the arrow keys",
  fourTests: "Go to the four tests",
  unknownMetal:
    "Four tests at the bench. They guess, they do not analyse: where it matters ask for the mill sheet or a laboratory.",
  typical:
    "Typical composition of the grade, an estimate from memory. The mill sheet of the piece in hand outranks it.",
  emptyRack: "Nothing on this list yet.",
  emptyDrawer:
    "No tips on the list yet: plans take a generic series of bores until the drawer is filled.",
  rackLead: "What the shop owns. Plans use only what is in service.",
  chartLead:
    "Paste the maker's chart or pick its CSV file. Nothing is kept until you say so. A chart outranks generic figures for its tip.",
  listLead:
    "Paste a list, or pick a CSV or XLSX file. One row a cut; with a heading, columns are found by their names. Nothing is kept until you say so.",
  gasLead: "The cuts in their order, drawing on the cylinders at hand.",
  noGas: "No cut of this job goes as it stands: lift the stops first.",
  shapesLead: "As you would order it: W12x26, HEA 200, HSS 6x6x1/4, L4x4x3/8, pipe 6 sch 40.",
  estimates:
    "Estimates from memory stand here until the shop puts in its own. Costs are shown with them and say so.",
  tipsLead: "The fewest tips that keep every cut inside its tip's range.",
  swayLead:
    "One input changed at a time, to what a shop may find or choose. The bar shows how far the result moves.",
  changeLead: "To change over:",
  edgeLead:
    "Touch where something looks wrong, then what you see there. What you looked for and did not find counts too.",
  torchLead: "Something at the flame, the torch, a hose or a cylinder is not as it should be.",
  lostCutLead: "The cut went out before its end: where to pick it up again, and how.",
  beforeLead: "Move what you may set otherwise than planned, and see the edge it would leave.",
  gradeLead: "What was measured, held against ISO 9013 and the structural codes.",
  pastLead: "What this shop has kept of its poor edges, and what they turned out to be.",
  touchZone:
    "Touch a part of the drawing: torch, flame, top edge, face, bottom edge, kerf or metal.",
  noAnswers:
    "Nothing answered yet. One touch on the drawing, one on what you see, and the likely causes stand here.",
  /** Before the band of the shop's next burn. */
  nextBurn: "this shop's next burn",
  expectedEdge:
    "A judgement of ours that follows the trade's direction, not a measurement: burn a coupon before you promise a class.",
  oddsAreOurs: "The odds rest on common practice and our judgement; they rank where to look first.",
  measureSquare:
    "Out of square: a square on the top face; measure the widest gap to the cut with a feeler, away from the corners.",
  measureStrip:
    "Rz5: hold a comparator strip beside the middle of the cut, feel and look. Rz5 is not the Ra of structural codes.",
  measureGroove: "Grooves: a depth gauge across the deepest one; note whether it is sharp.",
  nothingMeasured:
    "Measure something, and what is to be done stands here. What nobody measured says nothing.",
  checkEdition:
    "Written from memory: check the edition that your contract names. Rz5 and Ra are never compared.",
  fuelFirst:
    "The same sound means two things: a whistle is right for the slower gases, a roar is wrong for acetylene.",
  noFuelYet: "Pick the fuel, and what can be heard and seen with it stands here.",
  lostLead:
    "Four touches, and the restart is drawn here: where to heat, where to cut, what is left to grind.",
  grindEstimate: "An estimate from memory: 2 cm³ a minute.",
  keepLead:
    "Kept in the shop with what you saw and the answer as it stands now. A photo loses where and when it was taken.",
  emptyPast: "No edge has been kept yet. Find a cause, then keep it with a note or a photo.",
  weightsLead:
    "The odds come from tables of common practice. A shop that sees one fault more than others may say so; every version stays on record.",
  defer: "Planned figures. A cleared person decides.",
} as const;

/** The unit shown beside an editable field. */
export const shownUnit = (kind: Kind, system: System) => unitOf(kind, system);
