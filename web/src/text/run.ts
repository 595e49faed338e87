/** What the bench view says, short enough for arm's length. */

export const RUN = {
  start: "Start",
  goOn: "Go on",
  done: "Done",
  yes: "Yes",
  back: "Back",
  progress: "How far the run has come",
  leaveOut: "Leave out",
  emergency: "Emergency",
  close: "Close",
  who: "Who holds the torch?",
  otherHand: "Somebody else",
  namedOnly: "noted under a chosen name: nobody was signed in",
  fromLost: "sent by a tablet that had been reported lost",
  notCleared: "Not cleared for what is cut here",
  foremanClears: "A foreman here can clear it",
  clearNeedsShop: "Clearing needs the shop: get back in reach of it first.",
  foreman: "Foreman's or owner's name",
  theirKey: "Their PIN or password",
  whyCleared: "Why? It stays on record.",
  clearForToday: "Clear for today",
  onlyNamed: "Nobody is signed in: what happens is noted under the name you choose, and marked so.",
  signedOut: "signed out: kept here until somebody signs in",
  place: "What is it like here?",
  rigged: "What is rigged? The cuts of this job differ.",
  sayRigged: "First: what is rigged?",
  others: "Not in this run: planned for another fuel. Rig that, and begin again.",
  fuelNeedsShop:
    "That fuel's order of work is not on this tablet: get back in reach of the shop first.",
  standNeedsShop: "It was laid down: reach the shop first",
  startClock: "Start the clock",
  stopClock: "Stop the clock",
  over: "Time's up",
  flowing: "flowing",
  between: "between",
  and: "and",
  needleAt: "Drag: the needle stands at",
  dragIt: "Drag the needle to where yours stands.",
  right: "right",
  low: "too low: screw in, gas flowing",
  high: "too high: screw out, gas flowing",
  over_the_ceiling: "STOP: over 103 kPa (15 psi). Screw it down before anything else.",
  wanted: "Wanted:",
  neutralFlame: "a neutral flame",
  shortFeather: "a short feather beyond the cones",
  shortFeatherWhy:
    "Right here: rust or hard steel, as this shop does it. The feather no longer than this.",
  fuelValve: "Fuel valve",
  oxygenValve: "Oxygen valve",
  leverIsDown: "Lever is down: trim it like this",
  pressLever: "Press the lever",
  contents: "the gauge nearest the cylinder",
  notRead: "not read",
  signs: "What does it show? Touch what you see.",
  nextStop: "next stop in",
  strip: "A mark runs at true scale at",
  dryRun: "Dry run",
  stopDry: "Stop",
  beatOn: "Metronome on",
  beatOff: "Metronome off",
  heatOn: "Flame on the edge",
  leverDown: "Lever down",
  cutEnds: "Cut ends",
  wentOut: "Went out",
  howIsEdge: "How is the edge?",
  howWasIt: "How did it come out?",
  stageBegins: "Begin",
  stageOf: "of",
  through: "Was it through up to there?",
  no: "No",
  pickUp: "Pick it up",
  heatAgain: "Light again, bring the steel back to its heat, and go on where it went out.",
  outOfHere: "Cut goes on",
  undo: "Take back",
  byTheHead: "The first piece is heated: set it to the chart of the heating head.",
  sinceCleaned: "cuts since the tip was cleaned: flame out, clean the bore, light again.",
  cleaned: "Cleaned",
  savedHere: "saved here",
  savedShop: "saved in the shop",
  refused: "not taken by the shop",
  lying: "Acetylene was laid down",
  noKeeping:
    "Without a secure connection (https) this tablet keeps nothing when the network drops.",
  whyOut: "Why is it left out?",
  otherSchool: "Why so?",
  allDone: "All done. The record is complete.",
  stillOpen: "Not complete yet",
  stopped: "Stopped:",
  plannedFor: "Planned for",
  leftOut: "Left out, and why",
  handOver: "Hand over",
  end: "End the run",
  whyLeft: "Cuts are left that could be made. Why?",
  stepOpen: "One step is open:",
  stepsOpen: "steps are open, the first:",
  stageHow: "All of it holds? Touch what does not.",
  stageDone: "All done",
  workStageDone: "Stage done",
  strokeBefore: "How was stroke",
  underWay: "Under way since",
  other: "Begin another run",
  goOnWith: "Go on with",
  noName: "no name",
  earlier: "Earlier runs",
  ended: { complete: "complete", left: "left open", none: "never ended" },
  readIt: "Read",
  cylinders: "Which cylinders stand on the rig?",
  laidDown: "was laid down. It stands until",
  unread: "contents not read",
  needs: "The open cuts take",
  holds: "on the rig:",
  enough: "That will do.",
  short: "Not enough: have another cylinder ready.",
  lasts: "Gas on the rig lasts about",
  minutes: "min of cutting",
  judgedLater: "Judged when the shop is in reach.",
  endsOpen: "Both ends are open: I looked",
  endClosed: "An end is closed",
  leak: "A leak",
  leakAgain: "Mended: test again",
  leakWas: "A leak was found at the test and mended.",
  stoppedOne: "1 cut is stopped and not offered here",
  stoppedMany: "cuts are stopped and not offered here",
  nothingToCut: "No cut of this job may be made as it stands. Open no cylinder.",
  toTheJob: "Open it in the job",
  measure: "Measure this screen",
  measureHow: "Lay a bank card on the outline. Drag until both are alike.",
  call: "Call",
  noNumbers: "The shop has set no numbers (Shop, Numbers to call).",
  skinBurn: "Skin burn",
} as const;

/** Reasons for leaving a step out, so that nobody types with gloves. */
export const REASONS = [
  "not met here",
  "done by somebody else",
  "done already today",
  "the foreman said so",
] as const;

/** Reasons for leaving cuts that could be made. */
export const LEFT_REASONS = [
  "end of the shift",
  "gas ran out",
  "steel is not here",
  "gear is out",
  "the foreman said so",
] as const;

export const OUTCOMES = [
  { code: "good", text: "Good" },
  { code: "slag", text: "Slag hangs" },
  { code: "lost", text: "Lost, mended" },
  { code: "redo", text: "Cut again" },
] as const;

export const PLACES = [
  { key: "wind", text: "Wind" },
  { key: "bare_floor", text: "Bare concrete or stone" },
  { key: "low", text: "Pit or cellar" },
  { key: "confined", text: "Confined space" },
  { key: "coated", text: "Paint or zinc" },
  { key: "assembled", text: "Rig still assembled" },
] as const;

/** A flame by name, as two valves can make it. */
export type FlameState =
  | "out"
  | "sooty"
  | "soot_stops"
  | "stands_off"
  | "carburising"
  | "neutral"
  | "oxidising";
type FlameWords = Record<FlameState, { name: string; look: string; turn: string }>;

/** What a flame is called, how it looks and sounds, what to turn. Common practice. */
export const FLAME_WORDS: Record<"acetylene" | "alternate", FlameWords> = {
  acetylene: {
    out: {
      name: "Out",
      look: "No flame.",
      turn: "Fuel an eighth to a quarter turn, then the striker.",
    },
    sooty: {
      name: "Sooty",
      look: "Orange, soot flakes rise.",
      turn: "More fuel until the soot just stops, then oxygen.",
    },
    soot_stops: {
      name: "Soot just stopped",
      look: "Bright and long, no soot, and it sits on the tip.",
      turn: "Right for now: oxygen slowly.",
    },
    stands_off: {
      name: "Stands off the tip",
      look: "A gap and a roar.",
      turn: "Fuel back until it sits on the tip.",
    },
    carburising: {
      name: "Carburising",
      look: "A feather beyond the cones.",
      turn: "Oxygen slowly up.",
    },
    neutral: {
      name: "Neutral",
      look: "The feather just meets the sharp cones.",
      turn: "Right. Lever down, and trim again.",
    },
    oxidising: {
      name: "Oxidising",
      look: "Short thin pale cones, a hiss.",
      turn: "Oxygen back until the cones are longest.",
    },
  },
  alternate: {
    out: {
      name: "Out",
      look: "No flame.",
      turn: "Fuel an eighth to a quarter turn, then the striker.",
    },
    sooty: {
      name: "Fuel alone",
      look: "Long, soft, blue and yellow.",
      turn: "A little oxygen, a little fuel, in turns.",
    },
    soot_stops: {
      name: "Fuel alone",
      look: "Long, soft, and near to lifting off.",
      turn: "A little oxygen now, before more fuel.",
    },
    stands_off: {
      name: "Stands off the tip",
      look: "A gap, and it blows out.",
      turn: "Both back until it sits on the tip.",
    },
    carburising: {
      name: "Too much fuel",
      look: "Long cones, a long star on the plate.",
      turn: "Oxygen slowly up, to the whistle.",
    },
    neutral: {
      name: "Neutral",
      look: "Sharp cones, an even star on the plate, a whistle.",
      turn: "Right. Lever down, and trim again.",
    },
    oxidising: {
      name: "Too much oxygen",
      look: "Short cones, a short star, a hiss.",
      turn: "Oxygen back until the star is right.",
    },
  },
};

/** The same for one fuel: only of propane the star's size is known. Common practice. */
export function flameWords(fuel: string): FlameWords {
  if (fuel === "acetylene") return FLAME_WORDS.acetylene;
  const { alternate } = FLAME_WORDS;
  if (fuel !== "propane") return alternate;
  const look = "Sharp cones, a star of 50 to 65 mm (2 to 2-1/2 in), a whistle.";
  return { ...alternate, neutral: { ...alternate.neutral, look } };
}
