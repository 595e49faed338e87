/** The words of the other work of the torch. */
export const WORK = {
  title: "Other work of the torch",
  lead: "What is no straight cut, stage by stage: what to do, what to watch, when to stop.",
  kind: "What is to be done",
  whole: "In all",
  set: "Set",
  watch: "Watch",
  stop: "Stop when",
  judged: "Times away from the flame are a judgement of ours.",
  times: "How many",
  each: "Each",
  all: "All",
  settings: "Settings, and where they come from",
  addPiece: "One more piece",
  addMark: "One more mark",
  remove: "Remove",
  pieces: "Pieces, and what holds each",
  name: "Piece",
  heldBy: "Held by",
  notWeighed: "Not weighed? Say what it is made of",
  shape: "Shape, as W12x26",
  long: "How long it is",
  wide: "Plate, wide",
  thick: "Plate, thick",
  dial: "Timed marks of the dial",
  mark: "Mark",
  ran: "Ran",
  took: "Seconds",
  dialSays: "Dial at",
  noTip: "a heating head, never a cutting tip",
  head: "Heating head",
  byHand: "none of these: flow typed below",
  colours: "Colours of warm steel, from straw to orange",
  coloursLead:
    "Films on bright steel in daylight, then its glow in shade. Light and eyes differ by 50 °C (90 °F) and more: a temperature stick is surer.",
  rusted: "Rusted",
  yes: "yes",
  no: "no",
};

/** What each kind is called, and when one takes it. */
export const WORK_KINDS: Record<string, { name: string; when: string }> = {
  fastener: { name: "Fastener off", when: "rivet, bolt head, nut, stud" },
  wash: { name: "Wash off", when: "backing bar, old weld" },
  gouge: { name: "Gouge", when: "a groove for a repair" },
  rail: { name: "Rail", when: "a carriage, over welds" },
  long_cut: { name: "Long cut", when: "only one side in reach" },
  circle: { name: "Circle", when: "round a pivot or a bar" },
  take_apart: { name: "Take apart", when: "what holds what" },
  heat: { name: "Heat", when: "to bend or free" },
};

/** Words of choices that other pages do not have. */
export const WORK_WORDS: Record<string, string> = {
  rivet: "rivet",
  bolt_head: "bolt head",
  nut: "nut",
  stud: "stud",
  none: "nothing",
  plate: "the plate",
  both: "thread and plate",
  thread: "the thread",
  zinc: "zinc",
  cadmium: "cadmium",
  button: "button, round",
  pan: "pan, flat on top",
  countersunk: "countersunk",
  hex: "hexagon",
  disc: "the disc inside",
  hole: "the hole around",
  pivot: "a bar with a pivot, by hand",
  carriage: "a carriage on a radius bar",
};

/** What is asked once a work is done. */
export const AFTER: Record<string, string> = {
  thread: "Is the thread whole?",
  plate: "Is the plate untouched?",
  both: "Are thread and plate whole?",
  base: "Is the base metal untouched?",
  depth: "Is the groove as deep as asked, and no deeper?",
};
