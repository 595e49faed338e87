/** Buttons: one accent for the next action, quiet for the rest. */
import type { ButtonHTMLAttributes } from "react";

const LOOKS = {
  next: "bg-accent text-accent-ink hover:brightness-110 font-semibold",
  quiet: "border border-line-strong bg-sheet text-ink hover:bg-sunk",
  bare: "text-ink hover:bg-sunk",
};

export function buttonLook(look: keyof typeof LOOKS = "quiet"): string {
  return `inline-flex min-h-9 items-center gap-2 rounded-md px-2 text-sm whitespace-nowrap sm:px-3 disabled:opacity-50 ${LOOKS[look]}`;
}

type Props = ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof LOOKS };

export function Button({ look = "quiet", className = "", ...rest }: Props) {
  return <button type="button" className={`${buttonLook(look)} ${className}`} {...rest} />;
}
