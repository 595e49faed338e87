/** One number of the settings. */
import type { ReactNode } from "react";

type CellProps = {
  name: string;
  quantity: string;
  onWhy: (quantity: string) => void;
  value: string;
  small: string | null;
  cue: string | null;
  /** Where the shop's next burn is expected: beside the handbook's band, never in its place. */
  next?: string | null;
  children?: ReactNode;
};

/** One number: all of it is the button that opens its chain. */
export function Cell({ name, quantity, onWhy, value, small, cue, next, children }: CellProps) {
  return (
    <button
      type="button"
      data-quantity={quantity}
      onClick={() => onWhy(quantity)}
      className="flex min-w-0 flex-1 flex-col px-3 py-1.5 text-left hover:bg-accent-soft"
    >
      <span className="flex flex-wrap items-baseline gap-x-2">
        <span className="text-sm text-ink-2">{name}</span>
        <strong className="text-base font-semibold" data-value="">
          {value}
        </strong>
        {small !== null && <span className="text-xs text-ink-2">{small}</span>}
        {children}
      </span>
      {next && (
        <span className="text-xs text-accent" data-next-burn={quantity}>
          {next}
        </span>
      )}
      {cue !== null && <span className="text-xs text-ink-2">{cue}</span>}
    </button>
  );
}
