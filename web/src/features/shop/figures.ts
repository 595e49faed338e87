/** What a shop settles of itself: its figures, prices and choices, and its questions by what an answer changes. Pure. */
import type { Schemas } from "@/api/client";
import { options } from "@/text";
import type { Kind } from "@/units";

export type School = Schemas["School"];

export const FIGURES: readonly { key: string; label: string; kind: Kind; about: string }[] = [
  {
    key: "one_pressure_kpa",
    label: "One oxygen pressure",
    kind: "pressure",
    about: "gas flowing; counts where one pressure is held for all work",
  },
  {
    key: "reach_mm",
    label: "One reach",
    kind: "length",
    about: "how far a hand cut goes before the body moves on",
  },
  {
    key: "handling_s",
    label: "Handling a cut",
    kind: "duration",
    about: "taking the torch, setting up, laying it down",
  },
  { key: "reposition_s", label: "Moving on", kind: "duration", about: "at each planned stop" },
  {
    key: "clean_up_s_m",
    label: "Cleaning 1 m (3.3 ft) of edge",
    kind: "duration",
    about: "chipping and grinding; counts as handling",
  },
  {
    key: "ambient_pressure_kpa",
    label: "Air pressure here",
    kind: "air_pressure",
    about: "absolute; less at altitude",
  },
  {
    key: "discharge_coefficient",
    label: "Discharge of the tips",
    kind: "ratio",
    about: "0.9 for a drilled bore, until measured",
  },
  {
    key: "torch_loss_percent",
    label: "Loss in the torch",
    kind: "percent",
    about: "of the absolute pressure at the tip",
  },
  {
    key: "lifting_limit_kg",
    label: "Lifting limit",
    kind: "mass",
    about: "the heaviest piece the shop lifts",
  },
  {
    key: "fire_watch_min",
    label: "Fire watch, minutes",
    kind: "count",
    about: "after the last flame; 30 at least (OSHA 1910.252), 60 by NFPA 51B, both from memory",
  },
];

export const PRICES: readonly { key: string; label: string; kind: Kind }[] = [
  { key: "price_oxygen_m3", label: "Oxygen", kind: "gas_price" },
  { key: "price_acetylene_m3", label: "Acetylene", kind: "gas_price" },
  { key: "price_propane_m3", label: "Propane", kind: "gas_price" },
  { key: "price_propylene_m3", label: "Propylene", kind: "gas_price" },
  { key: "price_natural_gas_m3", label: "Natural gas", kind: "gas_price" },
  { key: "price_labour_h", label: "An hour of work", kind: "money" },
  { key: "price_tip", label: "A tip", kind: "money" },
  { key: "tip_life_starts", label: "Starts a tip lasts", kind: "count" },
];
export const CURRENCIES = ["$", "€", "£", "kr", "zł"].map((value) => ({ value, text: value }));

export const UNITS = [
  { value: "inch", text: "inch and psi" },
  { value: "metric", text: "millimetre and bar" },
  { value: "metric_kpa", text: "millimetre and kPa" },
];

/** What a line that does not say it means. */
export const MOVED = [
  { value: "asked", text: "asked in each line" },
  ...options(["freehand", "guided", "machine"]),
];

/** The questions, by what an answer changes. */
export const GROUPS = [
  { acts: ["yes"], title: "What moves the figures" },
  { acts: ["card", "run"], title: "What changes the work at the torch" },
];

export const ACTS: Record<string, string> = {
  card: "on the card where it is not the usual",
};

/** The schools by their question, those alone whose answer acts in one of some ways. */
export function questionsOf(
  schools: readonly School[],
  acts: readonly string[],
): [string, School[]][] {
  const questions = new Map<string, School[]>();
  for (const school of schools)
    questions.set(school.question, [...(questions.get(school.question) ?? []), school]);
  return [...questions].filter(([, of]) => acts.includes(of[0]?.acts ?? ""));
}
