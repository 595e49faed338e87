/** A note where the hazard is: shape, word and sentence. */
import type { ReactNode } from "react";
import { LEVEL_WORDS, type Level, Mark } from "./mark";

export const GROUNDS: Record<Level, string> = {
  ok: "bg-accent-soft",
  info: "bg-sunk",
  caution: "bg-caution-soft",
  stop: "bg-stop-soft",
};

export function Notice({ level, children }: { level: Level; children: ReactNode }) {
  return (
    <div
      className={`flex gap-2 rounded-md px-3 py-2 text-sm ${GROUNDS[level]}`}
      data-level={level}
      role={level === "stop" ? "alert" : "note"}
    >
      <span className="pt-0.5">
        <Mark level={level} />
      </span>
      <p>
        <strong className="mr-1">{LEVEL_WORDS[level]}.</strong>
        {children}
      </p>
    </div>
  );
}
