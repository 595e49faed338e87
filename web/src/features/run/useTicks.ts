/** A number that follows the clock while something runs, as often as the screen is drawn. */
import { useEffect, useState } from "react";
import { ticks } from "./clock";

export function useTicks(running: boolean): number {
  const [now, setNow] = useState(ticks);
  useEffect(() => {
    if (!running) return;
    let frame = requestAnimationFrame(function step() {
      setNow(ticks());
      frame = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(frame);
  }, [running]);
  return now;
}
