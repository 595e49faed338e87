/** A part of the account. */
import { type ReactNode, useId } from "react";

export function Part({
  title,
  hint,
  children,
}: {
  title: string;
  hint?: string;
  children: ReactNode;
}) {
  const id = useId();
  return (
    <section
      aria-labelledby={id}
      className="flex flex-col gap-2 rounded-md border border-line bg-sheet p-3"
    >
      <h2 id={id} className="text-base font-semibold">
        {title}
      </h2>
      {hint && <p className="text-xs text-ink-2">{hint}</p>}
      {children}
    </section>
  );
}
