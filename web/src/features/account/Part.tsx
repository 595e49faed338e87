/** A part of the account, and a field in it. */
import { type InputHTMLAttributes, type ReactNode, useId } from "react";

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

type FieldProps = Omit<InputHTMLAttributes<HTMLInputElement>, "onChange"> & {
  label: string;
  onChange: (next: string) => void;
};

export function TextField({ label, onChange, ...rest }: FieldProps) {
  const id = useId();
  return (
    <div className="flex flex-col gap-0.5">
      <label htmlFor={id} className="text-xs text-ink-2">
        {label}
      </label>
      <input
        id={id}
        onChange={(event) => onChange(event.target.value)}
        className="h-9 rounded-md border border-line-strong bg-sheet px-2 text-sm"
        {...rest}
      />
    </div>
  );
}
