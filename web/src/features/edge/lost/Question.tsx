/** A question with its answers, one of them touched. */
import { ToggleGroup } from "radix-ui";
import type { Option } from "./told";

export function Question({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: Option[];
  onChange: (value: string) => void;
}) {
  return (
    <div className="flex flex-col gap-1">
      <p className="text-sm font-semibold">{label}</p>
      <ToggleGroup.Root
        type="single"
        value={value}
        onValueChange={(next) => next !== "" && onChange(next)}
        aria-label={label}
        className="flex flex-wrap gap-1.5"
      >
        {options.map((option) => (
          <ToggleGroup.Item
            key={option.value}
            value={option.value}
            data-answer={option.value}
            className="min-h-11 rounded-md border border-line bg-sheet px-3 text-sm hover:border-accent data-[state=on]:border-2 data-[state=on]:border-accent data-[state=on]:bg-accent-soft data-[state=on]:font-semibold"
          >
            {option.text}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}
