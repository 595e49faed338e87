/** What is wider than a phone: it scrolls inside its frame, by touch and by arrow keys; what is said in it unseen stays in it too. */
import type { ReactNode } from "react";

type Props = { label: string; className?: string; children: ReactNode };

export function Wide({ label, className = "", children }: Props) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must be reachable by key
    <section aria-label={label} tabIndex={0} className={`relative overflow-x-auto ${className}`}>
      {children}
    </section>
  );
}
