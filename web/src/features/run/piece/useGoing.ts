/** How far the piece at hand has come, kept on this tablet so that a reload finds it. */
import { useEffect, useState } from "react";
import { ticks } from "../clock";
import { type Going, READY } from "./going";

const keyOf = (line: string) => `galvanon.going.${line}`;

/** What a reload left of a piece; what cannot be read is no piece under way. */
function restored(line: string): Going {
  try {
    return (JSON.parse(localStorage.getItem(keyOf(line)) ?? "null") as Going | null) ?? READY;
  } catch {
    return READY;
  }
}

/** Where a moment of the wall clock stands in ticks, told once. */
function since(wall: number | undefined): number | null {
  return wall === undefined ? null : ticks() - Math.max(Date.now() - wall, 0);
}

/** When the flame and the lever of the piece at hand began, in ticks. */
export type Marks = { heat: number | null; lever: number | null };

export function useGoing(line: string | undefined) {
  const [going, setGoing] = useState<Going>(() => (line === undefined ? READY : restored(line)));
  const [marks, setMarks] = useState<Marks>(() => ({
    heat: since(going.heatAt),
    lever: since(going.leverAt),
  }));
  useEffect(() => {
    const found = line === undefined ? READY : restored(line);
    setGoing(found);
    setMarks({ heat: since(found.heatAt), lever: since(found.leverAt) });
  }, [line]);
  return {
    going,
    marks,
    go: (next: Going) => {
      if (line !== undefined) localStorage.setItem(keyOf(line), JSON.stringify(next));
      setMarks((now) => ({
        heat: next.stage === "heating" ? (now.heat ?? ticks()) : null,
        lever: next.stage === "cutting" ? (now.lever ?? ticks()) : null,
      }));
      setGoing(next);
    },
  };
}
