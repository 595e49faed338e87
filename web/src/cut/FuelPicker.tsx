/** The four fuels, side by side: our hue and letter, and the name. */
import { ToggleGroup } from "radix-ui";
import { word } from "@/text";
import { GasBadge } from "@/ui/gas-badge";

const FUELS = ["acetylene", "propane", "propylene", "natural_gas"];

export function FuelPicker({
  value,
  onChange,
}: {
  value: string;
  onChange: (fuel: string) => void;
}) {
  return (
    <ToggleGroup.Root
      type="single"
      value={value}
      onValueChange={(next) => next !== "" && onChange(next)}
      aria-label="Fuel"
      className="flex flex-wrap gap-1"
    >
      {FUELS.map((fuel) => (
        <ToggleGroup.Item
          key={fuel}
          value={fuel}
          className="flex h-9 items-center gap-1.5 rounded-md border border-line bg-sheet px-2 text-sm hover:bg-sunk data-[state=on]:border-2 data-[state=on]:border-ink data-[state=on]:font-semibold"
        >
          <GasBadge gas={fuel} />
          {word(fuel)}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
