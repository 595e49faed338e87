/** Tables, and what is wider than a phone: it scrolls inside its frame, by touch and by arrow keys; what is said in it unseen stays in it too. */
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

/** The head of a column. One that nobody needs to see is still said by a reader that speaks. */
export type Head = string | { hidden: string };

type HeadsProps = { heads: readonly Head[]; className?: string };

/** The heads of a table. */
export function Heads({ heads, className = "font-normal" }: HeadsProps) {
  return heads.map((head) => {
    const name = typeof head === "string" ? head : head.hidden;
    return (
      <th key={name} scope="col" className={className}>
        {typeof head === "string" ? head : <span className="sr-only">{head.hidden}</span>}
      </th>
    );
  });
}
