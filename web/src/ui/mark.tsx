/** The three levels, each with a shape and a word of its own, never colour alone. */

export type Level = "ok" | "info" | "caution" | "stop";

export const LEVEL_WORDS: Record<Level, string> = {
  ok: "OK",
  info: "Note",
  caution: "Caution",
  stop: "Stop",
};

const SHAPES: Record<Level, string> = {
  ok: "M3 8.5 L6.5 12 L13 4.5",
  info: "M8 7 V12 M8 4 V4.1",
  caution: "M8 2.5 L14.5 13.5 H1.5 Z M8 6.5 V9.5 M8 11.6 V11.7",
  stop: "M5.3 1.5 H10.7 L14.5 5.3 V10.7 L10.7 14.5 H5.3 L1.5 10.7 V5.3 Z M5.5 8 H10.5",
};

const COLOURS: Record<Level, string> = {
  ok: "text-accent",
  info: "text-ink-2",
  caution: "text-caution",
  stop: "text-stop",
};

export function Mark({ level, size = 16 }: { level: Level; size?: number }) {
  return (
    <svg
      viewBox="0 0 16 16"
      width={size}
      height={size}
      className={`shrink-0 ${COLOURS[level]}`}
      fill="none"
      stroke="currentColor"
      strokeWidth="1.9"
      strokeLinecap="round"
      strokeLinejoin="round"
      aria-hidden="true"
    >
      <path d={SHAPES[level]} />
    </svg>
  );
}

export function LevelWord({ level }: { level: Level }) {
  return (
    <span className={`inline-flex items-center gap-1 font-semibold ${COLOURS[level]}`}>
      <Mark level={level} />
      {LEVEL_WORDS[level]}
    </span>
  );
}
