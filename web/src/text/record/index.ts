/** What the record says, and what a class of burns is called. */
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { about, boreName, type System } from "@/units";

type Factor = Schemas["FactorWire"];

/** Its words. */
export const RECORD = {
  title: "Record",
  learned: "What the burns teach",
  log: "Burns",
  rows: "Burns, a row each",
  putRight: "Look closer, put it right",
  twoWays: "Two ways",
  lead: "Every burn with a card is held against it, as if nothing had been learned yet. Right of the line the shop does more than the tables say, left of it less.",
  none: "No burn has been held against a card yet. Log a cut from its card, or run a job at the torch, and what it teaches stands here.",
  follows: "Plans",
  follow: "take what the burns teach",
  show: "keep to the tables",
  week: "This week",
  weekNone: "Nothing moved by a hundredth or more this week.",
  burns: "burns",
  of: "of",
  truer: "Is it truer?",
  calibration: "Planned against done",
  calibrationLead:
    "Each dot is a burn: across, what the burns before it told of it; up, what was done; both over the plan by the tables. On the line it was done as told. The band should hold 80 of 100; a cross lies outside its own.",
  toldAxis: "told beforehand",
  doneAxis: "done",
  calibrationSaid: "{n|burn|burns} beside what was told of them; outside the bands: {out}.",
  byClass: "By class",
  bandHonest: "The band is honest.",
  bandTight: "The band is too narrow: take it with care.",
  bandWide: "The band is wider than it need be.",
  truerLine:
    "{kind}: burns lay {before} % off the tables, {after} % off what those before them taught; {share} inside the band that should hold 80 %.",
  honest: "That band is honest.",
  tight: "That band is too narrow: take it with care.",
  wide: "That band is wider than it need be.",
  changed: "Something changed",
  changedLine: "{kind}, {job}: {way} since about {day}. A hose, a tip, a cylinder?",
  itChanged: "Yes, it changed",
  more: "more than before",
  less: "less than before",
  noJob: "outside a job",
  flagged: "Far off what is expected",
  flaggedLine: "{day}, {who}: {kind} {factor} of the plan. It weighs less; was it typed right?",
  flaggedOpen: "Look at it in the log",
  around: "Only cuts within half a day of {day}.",
  allDays: "Show all days",
  freeze: "Freeze",
  refuse: "Do not take it",
  learn: "Let it learn",
  plan: "plan",
  hands: "Hands",
  nobody: "No name",
  asTable: "The same as a table",
  factor: "Done over planned",
  band: "80 % band",
  state: "Taken",
  whole: "Whole shop",
  all: "all",
  fuel: "Fuel",
  outcome: "Came out",
  person: "Hand",
  day: "Day",
  cut: "Cut",
  pace: "Pace",
  start: "Start preheat",
  more50: "Earlier burns",
  noBurns: "No burn is like that.",
  correct: "Correct",
  save: "Save",
  leave: "Leave it",
  note: "Note",
  corrected: "corrected",
  plate: "Plate",
  process: "Way",
  bore: "Bore",
  mark: "Tip",
  duration: "Cut time",
  kerf: "Kerf",
  oxygen: "Oxygen",
  fuelUsed: "Fuel used",
  cleaning: "Cleaning",
  since: "Since",
  weeks: "{count|week|weeks} ago",
  thicker: "Plate from",
  thinner: "Plate to",
  readIn: "Read in a notebook",
  writeOut: "Save as",
  columns: "Columns",
  planIs: "plan",
  aTitle: "First way",
  bTitle: "Second way",
  numbers: "numbers, with spaces between",
  better: "Better is",
  lower: "less of it (minutes of grinding, gas)",
  higher: "more of it (pace, grade)",
  twoLead:
    "Cut a few strips each way, in mixed order, and type what you measured. The answer says how sure it is: few strips say little.",
  sure: "It is {percent} % sure that the {which} way is better.",
  first: "first",
  second: "second",
  differ:
    "The first is {difference} {way}; first less second lies between {low} and {high} with 95 %.",
  above: "more",
  below: "less",
  unsure: "That is no answer yet: cut more strips.",
} as const;

/** What is learned, by its code. */
export const KINDS: Record<string, string> = {
  speed: "Pace",
  start_preheat: "Start preheat",
  kerf: "Kerf",
  oxygen: "Oxygen",
  fuel: "Fuel",
  clean_up: "Cleaning",
};

/** What lies left and right of the plan. */
export const WAYS: Record<string, readonly [string, string]> = {
  speed: ["slower", "faster"],
  start_preheat: ["shorter", "longer"],
  kerf: ["narrower", "wider"],
  oxygen: ["less", "more"],
  fuel: ["less", "more"],
  clean_up: ["shorter", "longer"],
};

/** States of a factor by their code. */
export const STATES: Record<string, string> = {
  learning: "as it learns",
  frozen: "frozen",
  refused: "not taken",
};

/** A class in words: `2.5 mm tip, 3/8 to 1-1/4 in, guided, propane`. */
export function className(of: Partial<Factor["class"]>, system: System): string {
  if (of.process == null || of.fuel == null) return RECORD.whole;
  const moved = `${word(of.process)}, ${word(of.fuel)}`;
  if (of.bore_mm == null || of.thickness_mm == null) return moved;
  const { low, high } = of.thickness_mm;
  const band = `${about(low, system)} to ${about(high, system)}`;
  return `${boreName(of.bore_mm, system)} tip, ${band}, ${moved}`;
}
