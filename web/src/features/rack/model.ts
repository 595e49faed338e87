/** What is known of each kind of gear, and how a form asks for it. */
import type { GearView, Schemas } from "@/api/client";
import type { Mark } from "@/cut/work/kinds";

import type { Kind } from "@/units";

export type Gear = Schemas["Gear"];
export type Fields = Record<string, unknown>;

export const KINDS = [
  "cylinder",
  "tip",
  "hose",
  "regulator",
  "arrestor",
  "torch",
  "carriage",
  "wire_set",
  "heating_head",
] as const;
export type GearKind = (typeof KINDS)[number];

export const HEADINGS: Record<GearKind, string> = {
  cylinder: "Cylinders",
  tip: "Tip drawer",
  hose: "Hoses",
  regulator: "Regulators",
  arrestor: "Flashback arrestors",
  torch: "Torches",
  carriage: "Carriages",
  wire_set: "Tip cleaner wires",
  heating_head: "Heating heads",
};

export type Field =
  | { key: string; label: string; as: "measure"; kind: Kind; only?: (fields: Fields) => boolean }
  | {
      key: string;
      label: string;
      as: "choice";
      options: readonly string[];
      only?: (fields: Fields) => boolean;
    }
  | {
      key: string;
      label: string;
      as: "text" | "day" | "moment";
      only?: (fields: Fields) => boolean;
    }
  | { key: string; label: string; as: "dial" | "wires"; only?: (fields: Fields) => boolean }
  | { key: string; label: string; as: "yes"; only?: (fields: Fields) => boolean };

const oxygen = (fields: Fields) => fields.gas === "oxygen";
const fuel = (fields: Fields) => fields.gas !== "oxygen";
export const SEATS = ["tapered_2", "tapered_3", "tapered_4", "flat"];

export const FIELDS: Record<GearKind, readonly Field[]> = {
  cylinder: [
    {
      key: "gas",
      label: "Gas",
      as: "choice",
      options: ["oxygen", "acetylene", "propane", "propylene"],
    },
    { key: "label_read", label: "Its label was read", as: "yes" },
    { key: "rated_l", label: "Gas when full", as: "measure", kind: "gas_volume" },
    {
      key: "water_volume_l",
      label: "Water volume, litres",
      as: "measure",
      kind: "ratio",
      only: oxygen,
    },
    { key: "pressure_kpa", label: "Contents gauge", as: "measure", kind: "pressure", only: oxygen },
    {
      key: "temperature_c",
      label: "Temperature then",
      as: "measure",
      kind: "temperature",
      only: oxygen,
    },
    { key: "tare_kg", label: "Tare, as stamped", as: "measure", kind: "mass", only: fuel },
    { key: "gross_kg", label: "On the scale", as: "measure", kind: "mass", only: fuel },
    { key: "read_at", label: "Read or weighed at", as: "moment" },
  ],
  tip: [
    { key: "bore_mm", label: "Bore", as: "measure", kind: "bore" },
    { key: "face", label: "Face", as: "choice", options: ["flush", "recessed"] },
    { key: "seat", label: "Seat", as: "choice", options: SEATS },
    {
      key: "kind",
      label: "Kind",
      as: "choice",
      options: ["general", "high_preheat", "gouging", "sheet"],
    },
    { key: "mark", label: "Mark stamped on it", as: "text" },
    { key: "cuts_since_cleaned", label: "Cuts since cleaned", as: "measure", kind: "count" },
    { key: "seat_state", label: "Seat is", as: "choice", options: ["good", "dinged"] },
  ],
  hose: [
    { key: "gas", label: "For", as: "choice", options: ["oxygen", "fuel"] },
    { key: "bore_mm", label: "Bore", as: "measure", kind: "length" },
    { key: "length_m", label: "Length", as: "measure", kind: "run" },
    { key: "fittings_m", label: "Fittings count as", as: "measure", kind: "run" },
    { key: "grade", label: "Grade", as: "choice", options: ["R", "RM", "T"], only: fuel },
    { key: "inspected_on", label: "Last inspected", as: "day" },
  ],
  regulator: [
    {
      key: "gas",
      label: "Made for",
      as: "choice",
      options: ["oxygen", "acetylene", "propane", "propylene", "natural_gas"],
    },
    { key: "max_kpa", label: "Most it delivers", as: "measure", kind: "pressure" },
    { key: "scale_kpa", label: "End of its scale", as: "measure", kind: "pressure" },
    { key: "major_kpa", label: "Numbered marks every", as: "measure", kind: "pressure" },
    { key: "minor_kpa", label: "Small marks every", as: "measure", kind: "pressure" },
    { key: "printed_in", label: "Printed in", as: "choice", options: ["psi", "bar", "kpa"] },
    { key: "red_from_kpa", label: "Red from", as: "measure", kind: "pressure" },
    { key: "inspected_on", label: "Last tested", as: "day" },
  ],
  arrestor: [
    { key: "gas", label: "In the line of", as: "choice", options: ["oxygen", "fuel"] },
    { key: "inspected_on", label: "Last tested", as: "day" },
  ],
  torch: [
    { key: "build", label: "Build", as: "choice", options: ["combination", "dedicated"] },
    { key: "mixing", label: "Mixes by", as: "choice", options: ["equal_pressure", "injector"] },
    {
      key: "fuels",
      label: "Made for",
      as: "choice",
      options: ["all_fuels", "acetylene_only", "alternate_only"],
    },
    { key: "max_oxygen_kpa", label: "Most oxygen it takes", as: "measure", kind: "pressure" },
    { key: "seat", label: "Seat of its tips", as: "choice", options: SEATS },
  ],
  carriage: [
    { key: "rail_mm", label: "Its rail, long", as: "measure", kind: "length" },
    { key: "dial", label: "Timed marks of its dial", as: "dial" },
  ],
  wire_set: [{ key: "wires_mm", label: "Wires, mm, thin to thick", as: "wires" }],
  heating_head: [
    {
      key: "fuel",
      label: "Burns",
      as: "choice",
      options: ["acetylene", "propane", "propylene", "natural_gas"],
    },
    { key: "flow_l_min", label: "Fuel, by its maker's chart", as: "measure", kind: "gas_flow" },
  ],
};

/** What a new piece of a kind starts with. */
export const USUAL: Record<GearKind, Fields> = {
  cylinder: { gas: "oxygen", label_read: false },
  tip: { bore_mm: 1.2, face: "flush", kind: "general", seat_state: "good", cuts_since_cleaned: 0 },
  hose: { gas: "fuel", bore_mm: 6.35, length_m: 15, grade: "T" },
  regulator: { gas: "oxygen" },
  arrestor: { gas: "oxygen" },
  torch: { build: "combination", mixing: "equal_pressure", fuels: "all_fuels" },
  carriage: {},
  wire_set: { wires_mm: [] },
  heating_head: { fuel: "acetylene" },
};

/** The rows of a dial as they stand in its field. */
export const dialOf = (value: unknown): Mark[] => (Array.isArray(value) ? (value as Mark[]) : []);

/** Fields as they are sent: a mark of a dial that is not whole yet stays on the sheet. */
export function whole(fields: Fields): Fields {
  if (!("dial" in fields)) return fields;
  const { dial, ...rest } = fields;
  const marks = dialOf(dial).filter((mark) => Object.values(mark).every((part) => part !== null));
  return marks.length > 0 ? { ...rest, dial: marks } : rest;
}

/** A new reading of a cylinder is of the moment it was typed in, unless another is given. */
export function readNow(
  kind: GearKind,
  { before, now, moment }: { before: Fields; now: Fields; moment: string },
): Fields {
  const read = ["pressure_kpa", "gross_kg"].some((key) => before[key] !== now[key]);
  const said = before.read_at !== now.read_at;
  const stamp = kind === "cylinder" && read && !said;
  return stamp ? { ...now, read_at: moment } : now;
}

/** The refusal that belongs at a place of the sheet: a mark of a dial or a wire is refused by its own place, and told with its row. */
export function problemAt<P extends { path: string }>(
  refused: readonly P[],
  path: string,
): P | undefined {
  return refused.find((each) => each.path === path || each.path.startsWith(`${path}.`));
}

/** The wires that a bore can be measured with, thin to thick, each once: of the sets in service, and told by the shop before. */
export function wiresInHand(rack: readonly GearView[], told: readonly number[]): number[] {
  const sets = rack.filter(({ gear }) => gear.kind === "wire_set" && gear.in_service);
  const own = sets.flatMap(({ gear }) => (gear.fields as { wires_mm?: number[] }).wires_mm ?? []);
  return [...new Set([...own, ...told])].sort((a, b) => a - b);
}

/** How full a cylinder is, 0 to 1; null where it is not known. `fill(3450, {rated_l: 6900})` is 0.5. */
export function fill(litres: number | null | undefined, fields: Fields): number | null {
  const rated = typeof fields.rated_l === "number" ? fields.rated_l : null;
  if (litres == null || rated === null || rated <= 0) return null;
  return Math.max(0, Math.min(1, litres / rated));
}

/** How long ago something was, as one says it. `ago("2026-05-31T09:00:00Z", Date.parse("2026-05-31T12:00:00Z"))` is "3 h ago". */
export function ago(moment: string, now: number): string {
  const minutes = Math.max(0, Math.round((now - Date.parse(moment)) / 60e3));
  if (minutes < 2) return "just now";
  if (minutes < 60) return `${minutes} min ago`;
  const hours = Math.round(minutes / 60);
  return hours < 48 ? `${hours} h ago` : `${Math.round(hours / 24)} days ago`;
}

/** A moment as a date-and-time field holds it, in the reader's own time; empty where there is none. */
export function localMoment(moment: unknown): string {
  if (typeof moment !== "string" || Number.isNaN(Date.parse(moment))) return "";
  const at = new Date(moment);
  const here = new Date(at.getTime() - at.getTimezoneOffset() * 60e3);
  return here.toISOString().slice(0, 16);
}
