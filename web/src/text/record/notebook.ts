/** What is said of a notebook that is read in. */
export const NOTEBOOK = {
  lead: "Paste the shop’s own list of burns, or pick the file a spreadsheet saved. A date is needed; whatever else stands there is used. With thickness, gas and the way the torch was moved, a burn teaches.",
  text: "The notebook",
  example:
    "date, who, plate (in), gas, how, preheat (s), pace (ipm), edge\n2026-11-03, Lil, 3/4, propane, guided, 24, 13, good",
  pick: "Pick a CSV file",
  columns: "Columns of the notebook",
  unread: "{count} cannot be read",
  leaveRow: "Leave row {count} out",
  more: "and {count} more like these: mend them in the file, then pick it again",
  far: "Far from what is planned, half or twice; check before you keep them. Rows:",
  found: "Read: {burns}.",
  doubled:
    "{count|burn stands|burns stand} in the log already, read in before: kept again, each counts twice. Rows:",
  leaveDoubled: "Leave them out",
  left: "Rows left out: {count}.",
  takeBack: "Take them back",
  keep: "Keep {burns}",
} as const;

/** How many: `1 burn`, `2 burns`. */
export const burns = (count: number): string => (count === 1 ? "1 burn" : `${count} burns`);

/** Questions and their answers, by code. */
export const ANSWERS: Record<string, string> = {
  dates: "{example}: in which order are your days written?",
  day_month_year: "Day, month, year",
  month_day_year: "Month, day, year",
  year_month_day: "Year, month, day",
  decimal: "{example}: what does the comma stand for?",
  comma: "Tenths: 12,5 is twelve and a half",
  point: "Thousands: 1,200 is twelve hundred",
  unit: "{heading}: {example} what?",
};

/** What a column holds, by code. */
export const HOLDS: Record<string, string> = {
  date: "Date",
  clock: "Time of day",
  person: "Who",
  job: "Job",
  thickness: "Thickness",
  fuel: "Fuel",
  process: "How it was moved",
  bore: "Bore of the tip",
  mark: "Mark on the tip",
  length: "Length of cut",
  start: "Start preheat",
  duration: "Time of the cut",
  pace: "Pace",
  kerf: "Kerf",
  oxygen: "Oxygen used",
  fuel_used: "Fuel used",
  clean_up: "Cleaning",
  outcome: "How it came out",
  oxygen_pressure: "Oxygen pressure",
  note: "Note",
  ignored: "Not used",
};
