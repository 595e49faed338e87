/** A shape by its name: what fits is offered as it is typed, and taken by arrow and Enter, or by click. */
import { useEffect, useId, useState } from "react";
import { useShapes } from "./useShapes";

type Props = { value: string; error?: string | undefined; onCommit: (code: string) => void };

export function ShapeField({ value, error, onCommit }: Props) {
  const id = useId();
  const [text, setText] = useState(value);
  const [open, setOpen] = useState(false);
  // nothing is taken that was not pointed at: a typed name is sent as it is
  const [at, setAt] = useState(-1);
  useEffect(() => setText(value), [value]);
  const { data } = useShapes(open ? text : "");
  const offered = open ? [...(data?.profiles ?? []), ...(data?.nearest ?? [])].slice(0, 8) : [];

  function take(code: string) {
    setOpen(false);
    setText(code);
    if (code !== value) onCommit(code);
  }
  return (
    <div className="relative flex min-w-0 flex-col gap-0.5">
      <label htmlFor={id} className="text-xs text-ink-2">
        Shape
      </label>
      <input
        id={id}
        role="combobox"
        aria-expanded={offered.length > 0}
        aria-controls={`${id}-list`}
        aria-activedescendant={at >= 0 && at < offered.length ? `${id}-${at}` : undefined}
        aria-invalid={error !== undefined}
        value={text}
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => {
          setText(event.target.value);
          setAt(-1);
          setOpen(true);
        }}
        onBlur={() => {
          setOpen(false);
          if (text.trim() !== "" && text !== value) onCommit(text.trim());
        }}
        onKeyDown={(event) => {
          const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
          if (step !== undefined && offered.length > 0) {
            event.preventDefault();
            const from = at < 0 && step < 0 ? 0 : at;
            setAt((from + step + offered.length) % offered.length);
          }
          if (event.key === "Enter") take(offered[at]?.code ?? text.trim());
          if (event.key === "Escape") {
            setOpen(false);
            setText(value);
          }
        }}
        className="h-9 rounded-md border border-line-strong bg-sheet px-2 text-sm aria-invalid:border-stop"
      />
      {offered.length > 0 && (
        <ul
          id={`${id}-list`}
          // biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: the list of a combobox
          role="listbox"
          aria-label="Shapes that fit"
          className="absolute top-full z-20 mt-1 w-full min-w-40 rounded-md border border-line-strong bg-sheet p-1 text-sm shadow-lg"
        >
          {offered.map((each, i) => (
            // biome-ignore lint/a11y/useFocusableInteractive: focus stays in the field
            // biome-ignore lint/a11y/useKeyWithClickEvents: keys are those of the field
            <li
              key={each.code}
              id={`${id}-${i}`}
              // biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: an option of a combobox
              role="option"
              aria-selected={i === at}
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => take(each.code)}
              className="cursor-pointer rounded-sm px-2 py-1.5 aria-selected:bg-accent-soft"
            >
              {each.code}
            </li>
          ))}
        </ul>
      )}
      {error !== undefined && (
        <p className="text-xs text-stop" data-problem="">
          {error}
        </p>
      )}
    </div>
  );
}
