/** What each kind of work asks, and the request that it becomes; without fetching or drawing. */
import type { Schemas } from "@/api/client";
import type { Kind } from "@/units";

export type WorkRequest = Schemas["WorkRequest"];
export type WorkKind =
  | "fastener"
  | "wash"
  | "gouge"
  | "rail"
  | "long_cut"
  | "circle"
  | "take_apart"
  | "heat";

/** What a piece that nobody weighed is made of: a shape, or plate of a width and a thickness, and how long it is. */
export type MadeOf = {
  profile?: string;
  long_mm?: number | null;
  wide_mm?: number | null;
  thick_mm?: number | null;
};
/** A piece and a mark as they stand in their rows. */
export type Piece = { name: string; mass_kg: number | null; held_by: string } & MadeOf;
export type Mark = { mark: number | null; mm: number | null; s: number | null };

/** Everything that was said, of every kind: changing the kind loses nothing. */
export type Said = {
  kind: WorkKind;
  fuel: string;
  numbers: Partial<Record<WorkKind, Record<string, number | null>>>;
  words: Record<string, string>;
  pieces: Piece[];
  dial: Mark[];
};

type Field = { name: string; label: string; kind: Kind; usual: number | null; optional?: boolean };

/** The measures of each kind in the order in which they are asked; `usual` is what stands there first. */
export const MEASURES: Record<WorkKind, readonly Field[]> = {
  fastener: [
    { name: "diameter_mm", label: "Diameter of shank or thread", kind: "length", usual: 19.05 },
  ],
  wash: [
    { name: "thickness_mm", label: "Bar, thick", kind: "length", usual: 9.525 },
    { name: "width_mm", label: "Bar, wide", kind: "length", usual: 38.1 },
    { name: "length_mm", label: "Bar, long", kind: "length", usual: 609.6 },
    { name: "leave_mm", label: "Left for the grinder", kind: "gap", usual: 2, optional: true },
  ],
  gouge: [
    { name: "depth_mm", label: "Groove, deep", kind: "length", usual: 4.7625 },
    { name: "length_mm", label: "Groove, long", kind: "length", usual: 304.8 },
    { name: "thickness_mm", label: "Plate it is in", kind: "length", usual: 19.05 },
  ],
  rail: [
    { name: "length_mm", label: "Cut, long", kind: "length", usual: 2438.4 },
    { name: "thickness_mm", label: "Plate", kind: "length", usual: 12.7 },
    { name: "highest_mm", label: "Highest point over the plate", kind: "gap", usual: 3 },
    { name: "bevel_deg", label: "Bevel", kind: "angle", usual: 0, optional: true },
    { name: "rail_mm", label: "Rail, long", kind: "length", usual: null, optional: true },
  ],
  long_cut: [
    { name: "thickness_mm", label: "Steel in the jet's way", kind: "length", usual: 101.6 },
    { name: "depth_mm", label: "Cut how deep", kind: "length", usual: 101.6 },
    { name: "length_mm", label: "Cut, long", kind: "length", usual: 609.6 },
  ],
  circle: [
    { name: "diameter_mm", label: "Disc or hole, across", kind: "length", usual: 304.8 },
    { name: "thickness_mm", label: "Plate", kind: "length", usual: 12.7 },
  ],
  take_apart: [],
  heat: [
    { name: "flow_l_min", label: "Fuel of the head, by its chart", kind: "gas_flow", usual: 40 },
    {
      name: "temperature_c",
      label: "Steel to be",
      kind: "temperature",
      usual: 600,
      optional: true,
    },
    { name: "spell_s", label: "The head burns for", kind: "spell", usual: 600 },
  ],
};

/** The choices of each kind by words. */
export const CHOICES: Partial<
  Record<WorkKind, readonly { name: string; label: string; options: readonly string[] }[]>
> = {
  fastener: [
    { name: "fastener", label: "What comes off", options: ["bolt_head", "nut", "rivet", "stud"] },
    { name: "head", label: "Its head", options: ["button", "pan", "countersunk", "hex"] },
    { name: "save", label: "What is saved", options: ["none", "stud", "plate", "both"] },
    { name: "coated", label: "Coated with", options: ["none", "zinc", "cadmium"] },
    { name: "rusted", label: "Rusted", options: ["no", "yes"] },
  ],
  circle: [
    { name: "kept", label: "What is kept", options: ["disc", "hole"] },
    { name: "turned", label: "What leads the torch", options: ["pivot", "carriage"] },
  ],
};

/** What stands there before anybody says anything. */
export const AT_FIRST: Said = {
  kind: "fastener",
  fuel: "acetylene",
  numbers: {},
  words: {},
  pieces: [
    { name: "post", mass_kg: 80, held_by: "ground" },
    { name: "beam", mass_kg: 200, held_by: "post" },
  ],
  dial: [],
};

/** A measure where nobody said it: the server takes the same. */
export function usualOf(kind: WorkKind, name: string): number {
  return MEASURES[kind].find((field) => field.name === name)?.usual ?? 0;
}

/** The number of a measure as it stands: as it was said, else the usual. */
export function numberOf(said: Said, kind: WorkKind, field: Field): number | null {
  const own = said.numbers[kind];
  return own !== undefined && field.name in own ? (own[field.name] ?? null) : field.usual;
}

/** What has a head, and what that is where nobody says. */
export const USUAL_HEAD: Record<string, string> = { rivet: "button", bolt_head: "hex" };

/** How hot the steel is asked to be, as it stands; null where that is left out. */
export function askedHeat(said: Said): number | null {
  const field = MEASURES.heat.find(({ name }) => name === "temperature_c");
  return field === undefined ? null : numberOf(said, "heat", field);
}

/** The word of a choice as it stands. */
export function wordOf(said: Said, choice: { name: string; options: readonly string[] }): string {
  const usual = choice.name === "head" ? USUAL_HEAD[said.words.fastener ?? "bolt_head"] : undefined;
  return said.words[choice.name] ?? usual ?? choice.options[0] ?? "";
}

/** The choices of a kind as they are asked now: what has no head is asked for none. */
export function choicesOf(said: Said) {
  const all = CHOICES[said.kind] ?? [];
  const headed = (said.words.fastener ?? "bolt_head") in USUAL_HEAD;
  return headed ? all : all.filter(({ name }) => name !== "head");
}

/** What was said, with a circle that is laid out asked for: a disc keeps what it encloses, a hole what is round it. */
export function withCircle(
  said: Said,
  path: { of: string; across_mm: number },
  thickness_mm: number | null,
): Said {
  const circle = { ...said.numbers.circle, diameter_mm: path.across_mm };
  const numbers = {
    ...said.numbers,
    circle: thickness_mm === null ? circle : { ...circle, thickness_mm },
  };
  const kept = path.of === "hole" ? "hole" : "disc";
  return { ...said, kind: "circle", numbers, words: { ...said.words, kept } };
}

/** Whether a piece's weight is typed, or follows from its shape or plate and its length. */
export function isWeighed({ mass_kg, profile = "", long_mm, wide_mm, thick_mm }: Piece): boolean {
  const plate = wide_mm != null && thick_mm != null;
  return mass_kg !== null || (long_mm != null && (profile.trim() !== "" || plate));
}

/** A piece without what was not said. */
function withoutNothing(piece: Piece): Partial<Piece> {
  const said = Object.entries(piece).filter(([, value]) => value !== null && value !== "");
  return Object.fromEntries(said);
}

/** The request of what stands there; null while something that it needs is missing. */
export function requestOf(said: Said): WorkRequest | null {
  const request: Record<string, unknown> = { kind: said.kind, gas: { fuel: said.fuel } };
  for (const field of MEASURES[said.kind]) {
    const number = numberOf(said, said.kind, field);
    if (number === null && !field.optional) return null;
    if (number !== null) request[field.name] = number;
  }
  for (const choice of choicesOf(said)) {
    const word = wordOf(said, choice);
    request[choice.name] = choice.name === "rusted" ? word === "yes" : word;
  }
  if (said.kind === "take_apart") {
    const whole = said.pieces.filter((piece) => piece.name.trim() !== "" || isWeighed(piece));
    if (whole.length === 0 || !whole.every(isWeighed)) return null;
    request.pieces = whole.map(withoutNothing);
  }
  if (said.kind === "rail") {
    const timed = said.dial.filter((one) => Object.values(one).every((part) => part !== null));
    if (timed.length > 0) request.dial = timed;
  }
  return request as WorkRequest;
}
