/** A clock that shows across the room, and goes on through a reload. */
import { Play, Square } from "lucide-react";
import { useState } from "react";
import { RUN } from "@/text/run";
import { face, leftOf, ticks } from "../clock";
import { useSeconds } from "../useTicks";
import { Big } from "./Big";

/** When a clock was started, by the wall clock, and what started it. */
export type Started = { id: string; happened_at: string };

/** Seconds left of a clock; all of them while it does not run. */
export function useLeft(total: number, started: Started | undefined): number {
  // what passed before this page looked is told by the wall clock, once
  const [seen, setSeen] = useState<{ id: string; before: number; from: number } | null>(null);
  const ms = useSeconds(started !== undefined && seen?.id === started.id ? seen.from : null) * 1000;
  if (started === undefined) return total;
  if (seen === null || seen.id !== started.id) {
    const before = (Date.now() - Date.parse(started.happened_at)) / 1000;
    setSeen({ id: started.id, before, from: ticks() });
    return leftOf(total, before, 0);
  }
  return leftOf(total, seen.before, ms);
}

export type TimerProps = {
  total: number;
  started: Started | undefined;
  onStart: () => void;
  onStop: () => void;
};

export function Timer({ total, started, onStart, onStop }: TimerProps) {
  const left = useLeft(total, started);
  const over = started !== undefined && left <= 0;
  return (
    <div
      className="flex flex-col items-center gap-4"
      data-timer={over ? "over" : started ? "runs" : "waits"}
    >
      <p
        role="timer"
        className={`text-[min(22vw,180px)] leading-none font-bold tabular-nums ${over ? "text-accent" : ""}`}
        data-left={Math.round(left)}
      >
        {over ? RUN.over : face(left)}
      </p>
      {started === undefined ? (
        <Big look="next" onClick={onStart}>
          <Play aria-hidden="true" /> {RUN.startClock}
        </Big>
      ) : (
        !over && (
          <Big onClick={onStop}>
            <Square aria-hidden="true" /> {RUN.stopClock}
          </Big>
        )
      )}
    </div>
  );
}
