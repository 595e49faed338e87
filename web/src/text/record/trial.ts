/** The words of trials of two ways. */
export const TRIAL = {
  design: "Try two ways",
  designLead:
    "As many strips of each way, from the same plate, in an order drawn by lot: then neither the plate nor the morning favours one.",
  name: "What is tried",
  a: "First way",
  b: "Second way",
  measure: "What is measured of each strip",
  each: "Strips of each way",
  make: "Draw the order",
  none: "Nothing was tried yet.",
  strip: "Strip",
  order: "Cut them in this order",
  yet: "The answer stands here when two strips of each way are measured.",
  print: "Print the order",
  over: "Over 99.9",
  better: "% sure that this is better:",
  burns: "By burns that are there already",
  burnsLead:
    "Done over planned, of burns alike in all else. They were not drawn by lot: what no record tells may still differ.",
  one: "Compare",
  other: "Against",
  by: "They differ in",
  figure: "What is compared",
  compared: "burns of each are alike in all else",
  leftOut: "left out for want of a counterpart",
  differs: "All burns taken, the two differ in {what} too: a plain comparison would mix that in.",
  few: "Fewer than two burns of each are alike in all else: no answer.",
  typed: "By numbers typed in",
};

/** What is measured, and in what unit. */
export const MEASURES: Record<string, string> = {
  clean_up_min: "grinding, min",
  grade: "grade: the worse of its ISO 9013 ranges",
  slag: "slag: 0 none, 1 taps off, 2 chips off, 3 ground",
  perpendicularity_mm: "out of square, mm",
  roughness_um: "roughness Rz5, µm",
  oxygen_l: "oxygen, l",
  duration_s: "lever to end, s",
};

/** What two sets of burns may differ in. */
export const BY: Record<string, string> = {
  hand: "the hand",
  bore: "the bore",
  fuel: "the fuel",
  process: "the way of working",
  thickness: "the thickness",
};
