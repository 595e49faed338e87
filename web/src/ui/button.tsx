/** Buttons: one accent for the next action, quiet for the rest. A press waits for what was typed last to be read. */
import { type ButtonHTMLAttributes, type MouseEvent, useRef } from "react";
import { allRead, isReading } from "./readings";

const LOOKS = {
  next: "bg-accent text-accent-ink hover:brightness-110 font-semibold",
  quiet: "border border-line-strong bg-sheet text-ink hover:bg-sunk",
  bare: "text-ink hover:bg-sunk",
};

export function buttonLook(look: keyof typeof LOOKS = "quiet"): string {
  return `inline-flex min-h-9 items-center gap-2 rounded-md px-2 text-sm whitespace-nowrap sm:px-3 disabled:opacity-50 ${LOOKS[look]}`;
}

type Props = ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof LOOKS };

/** A field around a button whose text could not be read; null where all of it was. */
function unread(button: HTMLButtonElement): HTMLElement | null {
  const around = button.closest("form, [role='dialog']");
  return around?.querySelector<HTMLElement>("[data-unread]") ?? null;
}

export function Button({
  look = "quiet",
  className = "",
  type = "button",
  onClick,
  ...rest
}: Props) {
  // once all was read, what is done is done with the values that then stand there
  const latest = useRef(onClick);
  latest.current = onClick;
  /** Where the action would leave a field behind, the field is shown instead. */
  const stays = (button: HTMLButtonElement) => {
    const field = look === "next" ? unread(button) : null;
    field?.focus();
    return field !== null;
  };
  const press = (event: MouseEvent<HTMLButtonElement>) => {
    const button = event.currentTarget;
    if (!isReading()) {
      if (stays(button)) event.preventDefault();
      else onClick?.(event);
      return;
    }
    if (type === "submit") event.preventDefault();
    void allRead().then(() => {
      if (!button.isConnected || button.disabled || stays(button)) return;
      if (type === "submit") button.form?.requestSubmit(button);
      else latest.current?.(event);
    });
  };
  return (
    <button type={type} className={`${buttonLook(look)} ${className}`} onClick={press} {...rest} />
  );
}
