/** A field with its label over it, for words; what is measured has `MeasureField`. */
import { type InputHTMLAttributes, useId } from "react";

const SIZES = {
  desk: "h-9 min-w-0 rounded-md border border-line-strong bg-sheet px-2 text-sm text-ink",
  door: "h-11 rounded-md border-2 border-line-strong bg-sheet px-3 text-base text-ink",
};

type Props = Omit<InputHTMLAttributes<HTMLInputElement>, "onChange" | "size"> & {
  label: string;
  onChange: (next: string) => void;
  /** What it should be, under the field. */
  hint?: string;
  size?: keyof typeof SIZES;
};

export function TextField({ label, onChange, hint, size = "desk", ...rest }: Props) {
  const id = useId();
  return (
    <div className="flex min-w-0 flex-col gap-0.5">
      <label htmlFor={id} className={`text-ink-2 ${size === "desk" ? "text-xs" : "text-sm"}`}>
        {label}
      </label>
      <input
        id={id}
        aria-describedby={hint ? `${id}-hint` : undefined}
        onChange={(event) => onChange(event.target.value)}
        className={SIZES[size]}
        {...rest}
      />
      {hint && (
        <p id={`${id}-hint`} className="text-xs text-ink-2">
          {hint}
        </p>
      )}
    </div>
  );
}
