/** What runs while a cut is made: a clock across the room, the heat of its start, the gas that is left. */
import { word } from "@/text";
import { RUN } from "@/text/run";
import { face } from "../clock";
import { type Doc, minutesLeft, type RunEvent } from "../model";
import { HeatRamp } from "../panels/HeatRamp";
import type { Part } from "../piece/parts";
import { useSeconds, useTicks } from "../useTicks";

/** Below so many minutes the gas left is told as a warning: time to end a cut and change a cylinder. Ours. */
const SOON = 5;

/** A clock that shows across the room. */
export function Clock({ from, large }: { from: number | null; large: string }) {
  const seconds = useSeconds(from);
  return (
    <p
      role="timer"
      className={`${large} leading-none font-bold tabular-nums`}
      data-seconds={seconds.toFixed(1)}
    >
      {face(seconds)}
    </p>
  );
}

type HeatingProps = { from: number | null; part: Part; cue: string; hot: string };

export function Heating({ from, part, cue, hot }: HeatingProps) {
  const now = useTicks(from !== null);
  const seconds = from === null ? 0 : (now - from) / 1000;
  return <HeatRamp seconds={seconds} band={part.heat} colour={cue} hot={hot} />;
}

type LeftProps = { doc: Doc; events: readonly RunEvent[]; from: number | null };

/** For how long the gas on the rig lasts, where somebody said what stands there. */
export function GasLeft({ doc, events, from }: LeftProps) {
  const seconds = useSeconds(from);
  const left = minutesLeft(doc, events, seconds);
  if (left === null) return null;
  const minutes = Math.floor(left.minutes);
  return (
    <p className={`text-xl ${minutes < SOON ? "font-bold text-stop" : ""}`} data-gas-left={minutes}>
      {RUN.lasts} {minutes} {RUN.minutes} ({word(left.gas)})
    </p>
  );
}
