/** The bench: one cut, typed, drawn, set and explained. Today and a job both stand at it. */
export { QuickEntry } from "./entry/QuickEntry";
export { Bench } from "./FetchedBench";
export { ABSENT, cardFacts, facts, lineFacts, nameOf, noteKey, withChange } from "./model";
export { type OnBench, useOnBench } from "./onBench";
export { useShapes } from "./section/useShapes";
export { useDraft } from "./useDraft";
export { useMakeCard } from "./useMakeCard";
export { Warnings } from "./Warnings";
