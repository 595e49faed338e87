/** A clock that shows across the room, and goes on through a reload. */
import { Play, Square } from "lucide-react";
import { useState } from "react";
import { RUN } from "@/text/run";
import { Big } from "./Big";
import { face, leftOf, ticks } from "./clock";
import type { RunEvent } from "./model";
import { useTicks } from "./useTicks";

/** Seconds left of a clock; all of them while it does not run. */
export function useLeft(total: number, started: RunEvent | undefined): number {
  const now = useTicks(started !== undefined);
  // what passed before this page looked is told by the wall clock, once
  const [seen, setSeen] = useState<{ id: string; before: number; from: number } | null>(null);
  if (started === undefined) return total;
  if (seen === null || seen.id !== started.id) {
    const before = (Date.now() - Date.parse(started.happened_at)) / 1000;
    setSeen({ id: started.id, before, from: ticks() });
    return leftOf(total, before, 0);
  }
  return seen === null ? total : leftOf(total, seen.before, now - seen.from);
}

type Props = {
  total: number;
  started: RunEvent | undefined;
  onStart: () => void;
  onStop: () => void;
};

export function Timer({ total, started, onStart, onStop }: Props) {
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
