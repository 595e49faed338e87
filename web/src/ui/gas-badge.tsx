/** A gas: our hue, always with its letter. */
import type { CSSProperties } from "react";

const LETTERS: Record<string, string> = {
  oxygen: "O",
  acetylene: "A",
  propane: "P",
  propylene: "Y",
  natural_gas: "N",
};

export function gasColour(gas: string): string {
  return `var(--gas-${gas})`;
}

/** The hue of the flame below: that of the fuel in use, else of `usual`. */
export function flameColour(usual = "acetylene"): string {
  return `var(--flame, ${gasColour(usual)})`;
}

/** Says below which fuel burns. */
export function burning(fuel: string | null | undefined): CSSProperties {
  return fuel == null ? {} : ({ "--flame": gasColour(fuel) } as CSSProperties);
}

export function GasBadge({ gas }: { gas: string }) {
  return (
    <span
      className="inline-grid size-5 shrink-0 place-items-center rounded-full border-2 text-[12px] font-bold leading-none"
      style={{ color: gasColour(gas), borderColor: gasColour(gas) }}
      aria-hidden="true"
    >
      {LETTERS[gas] ?? "?"}
    </span>
  );
}
