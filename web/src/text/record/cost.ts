/** The words of what poor edges cost, and of the tips' log. */
export const COST = {
  title: "Poor edges",
  lead: "In the last 13 weeks, beyond what the same cuts take here when they come out good:",
  none: "No cut of the last 13 weeks came out poor. Log how a cut came out from its card, or run a job at the torch, and what poor edges cost stands here.",
  grinding: "ground beyond the usual",
  burning: "burnt in lost and recut pieces",
  money: "in money, as measured",
  counts: "{burns} cuts: {usable} usable, {poor} poor, {lost} lost{anew}.",
  recut: ", {recut} cut anew",
  usual: "A good edge takes {usual} of the planned time at the grinder here.",
  estimated:
    "Poor edges that nobody timed may add about {money}, taking each as the mean of its like.",
  unknown: "Not timed and without their like, so in none of these figures: {n}.",
  prices: "The wage and the gas prices are estimates of ours until the shop puts in its own.",
  toPrices: "Put in prices",
  byCause: "By cause",
  byCauseLead:
    "Where an edge was looked at and settled, its cause is that; where it was not settled, the likely causes share it.",
  nobody: "nobody looked",
  cause: "Cause",
  edges: "Edges",
  time: "At the grinder",
  asTable: "As a table",
  cleaning: "Cleaning the tip",
  cleaningFew:
    "Too few cuts by tips whose cleaning is known, early and late, to tell whether cleaning more often would pay. Touch Cleaned at the torch or below.",
  cleaningFound:
    "{late} cuts were made by a tip cleaned {every} or more cuts before, {early} by a cleaner one: {sure} % sure that the later ones cost more.",
  saved:
    "Cleaning every {every} cuts would have saved about {saved} ({low} to {high}), {cleanings} cleanings of {seconds} s more paid.",
  notSaved:
    "Cleaning every {every} cuts would have brought {saved} ({low} to {high}), {cleanings} cleanings of {seconds} s more paid: not worth it by these cuts.",
  lot: "Nobody drew these cuts by lot: what goes with dirt, as an old tip or a hurried hand, counts as dirt here.",
  tips: "Tips",
  tipsNone: "No tip is in the drawer.",
  tip: "Tip",
  since: "Since cleaned",
  last: "Cleaned last",
  cuts: "Cuts",
  poor: "Poor or lost",
  life: "Life used",
  starts: "{starts} starts",
  cleaned: "Cleaned",
  cleanedSaid: "{tip} is clean: its cuts are counted anew.",
  out: "out of service",
  dinged: "seat dinged",
  never: "not told",
};
