/** The run-through: seconds of the torch that pass while it plays, at true pace or ten times it. */
import { useEffect, useMemo, useRef, useState } from "react";
import type { Schemas } from "@/api/client";
import { legs, torchAt, total } from "./run";

export function useRunThrough(paths: readonly Schemas["PathWire"][]) {
  const all = useMemo(() => legs(paths), [paths]);
  // null: it has not begun, and there is no torch on the plate
  const [seconds, setSeconds] = useState<number | null>(null);
  const [playing, setPlaying] = useState(false);
  const [tenfold, setTenfold] = useState(true);
  const whole = total(all);
  const before = useRef<number | null>(null);
  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    const tick = (now: number) => {
      const passed = before.current === null ? 0 : (now - before.current) / 1000;
      before.current = now;
      setSeconds((s) => Math.min((s ?? 0) + passed * (tenfold ? 10 : 1), whole));
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => {
      cancelAnimationFrame(frame);
      before.current = null;
    };
  }, [playing, tenfold, whole]);
  useEffect(() => {
    if ((seconds ?? 0) >= whole) setPlaying(false);
  }, [seconds, whole]);
  const at = Math.min(seconds ?? 0, whole);
  const torch = seconds === null ? null : torchAt(all, at);
  return {
    seconds: at,
    whole,
    playing,
    tenfold,
    torch,
    setTenfold,
    play: () => {
      if (at >= whole) setSeconds(0);
      setPlaying((now) => !now);
    },
    goTo: (order: number) => setSeconds(all[order - 1]?.starts ?? 0),
    set: setSeconds,
    done: (order: number) => {
      if (torch === null) return 0;
      if (order - 1 < torch.leg) return 1;
      return order - 1 === torch.leg ? torch.part : 0;
    },
  };
}
