/** The words of tips that come from a maker's chart. */
export const RACK = {
  fromChart: "New tips from a maker’s chart",
  openChart: "From a chart…",
  pickTips: "Which of these are in your drawer?",
  noTips: "No tip in it: say which column holds the bore.",
  owned: "{name} is like it",
  called: "What the shop calls it",
  seatOfAll: "Seat of those picked",
  seatUnsaid: "not said",
  addTip: "Add to the drawer",
  addTips: "Add {n|tip|tips} to the drawer",
  to: "to",
} as const;
