/** A number that follows the clock while something runs: as often as the screen is drawn, or once a second. */
import { useEffect, useState } from "react";
import { ticks } from "./clock";

/** For what moves. */
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

/** For what is told in whole seconds: they change as the clock does that began at `from`, in ticks. */
export function useSeconds(from: number | null): number {
  const [now, setNow] = useState(ticks);
  useEffect(() => {
    if (from === null) return;
    let timer: ReturnType<typeof setTimeout>;
    const look = () => {
      const at = ticks();
      setNow(at);
      timer = setTimeout(look, 1000 - ((at - from) % 1000));
    };
    look();
    return () => clearTimeout(timer);
  }, [from]);
  return from === null ? 0 : Math.max(now - from, 0) / 1000;
}
