/** One of a few words, in a Radix list. */
import { Check, ChevronDown } from "lucide-react";
import { Select } from "radix-ui";
import { useId } from "react";

type Props = {
  label: string;
  value: string;
  options: readonly { value: string; text: string }[];
  onChange: (value: string) => void;
  error?: string | undefined;
  /** In a row under a heading of its own the label is only heard. */
  quiet?: boolean;
};

export function Choice({ label, value, options, onChange, error, quiet = false }: Props) {
  const id = useId();
  return (
    <div className="flex min-w-0 flex-col gap-0.5">
      <label htmlFor={id} className={quiet ? "sr-only" : "text-xs text-ink-2"}>
        {label}
      </label>
      <Select.Root value={value} onValueChange={onChange}>
        <Select.Trigger
          id={id}
          aria-invalid={error !== undefined}
          aria-label={label}
          className="flex h-9 items-center justify-between gap-1 rounded-md border border-line-strong bg-sheet px-2 text-left text-sm aria-invalid:border-stop"
        >
          <span className="truncate">
            <Select.Value />
          </span>
          <ChevronDown size={14} aria-hidden="true" className="shrink-0" />
        </Select.Trigger>
        <Select.Portal>
          <Select.Content
            position="popper"
            sideOffset={4}
            className="z-30 max-h-[var(--radix-select-content-available-height)] max-w-[92vw] overflow-hidden rounded-md border border-line-strong bg-sheet p-1 shadow-lg"
          >
            <Select.Viewport className="max-h-[calc(var(--radix-select-content-available-height)-8px)] overflow-y-auto">
              {options.map((option) => (
                <Select.Item
                  key={option.value}
                  value={option.value}
                  className="flex h-9 cursor-pointer items-center gap-2 rounded-sm px-2 text-sm outline-none data-[highlighted]:bg-accent-soft"
                >
                  <span className="w-4">
                    <Select.ItemIndicator>
                      <Check size={14} aria-hidden="true" />
                    </Select.ItemIndicator>
                  </span>
                  <Select.ItemText>{option.text}</Select.ItemText>
                </Select.Item>
              ))}
            </Select.Viewport>
          </Select.Content>
        </Select.Portal>
      </Select.Root>
      {error !== undefined && <p className="text-xs text-stop">{error}</p>}
    </div>
  );
}
