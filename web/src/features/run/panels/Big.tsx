/** A button for one gloved finger: 64 px high at least, 28 px letters. */
import type { ButtonHTMLAttributes } from "react";

const LOOKS = {
  next: "bg-accent text-accent-ink border-accent",
  plain: "bg-sheet text-ink border-line-strong",
  picked: "bg-accent-soft text-ink border-accent",
  alarm: "bg-[#7d0f0f] text-white border-[#7d0f0f]",
} as const;

type Props = ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof LOOKS };

export function Big({ look = "plain", className = "", ...rest }: Props) {
  return (
    <button
      type="button"
      className={`flex min-h-16 min-w-16 items-center justify-center gap-3 rounded-md border-2 px-4 py-1 text-center text-xl leading-tight font-semibold disabled:opacity-60 ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
