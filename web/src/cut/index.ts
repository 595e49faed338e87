/** The bench: one cut, typed, drawn, set and explained. Today and a job both stand at it. */
export { Bench } from "./Bench";
export { QuickEntry } from "./entry/QuickEntry";
export { ABSENT, cardFacts, facts, lineFacts, nameOf, noteKey, withChange } from "./model";
export { type OnBench, useOnBench } from "./onBench";
export { useShapes } from "./section/useShapes";
export { Chain } from "./TraceSheet";
export { useDraft } from "./useDraft";
export { Warnings } from "./Warnings";
