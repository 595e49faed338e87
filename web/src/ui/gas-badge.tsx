/** A gas: our hue, always with its letter. */

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
