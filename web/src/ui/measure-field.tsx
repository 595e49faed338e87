/** A typed measure: the server reads it, the unit shown applies to a bare number. */
import { useEffect, useId, useRef, useState } from "react";
import { flushSync } from "react-dom";
import { ApiFailure, api, data } from "@/api/client";
import { editable, type Kind, lengthsOf, type System, stored, unitOf } from "@/units";
import { usePreferences } from "./preferences";
import { reading } from "./readings";

type Props = {
  label: string;
  value: number | null;
  kind: Kind;
  onCommit: (value: number) => void;
  /** Where a value may also be none: what an emptied field does. */
  onClear?: () => void;
  error?: string | undefined;
  className?: string;
  /** For whoever sends the value away: what is typed is not read yet, was read, or cannot be. */
  onReading?: (reading: Reading) => void;
};

export type Reading = "typed" | "read" | "failed";

const FIELD_KINDS: Partial<Record<Kind, string>> = {
  length: "length",
  bore: "length",
  gap: "length",
  temperature: "temperature",
  angle: "angle",
  percent: "percent",
};

function spelled(value: number | null, kind: Kind, system: System): string {
  return value === null ? "" : editable(value, kind, system);
}

async function readField(text: string, kind: Kind, system: System) {
  const ask = (as: string) =>
    data(api.POST("/api/v1/entry/field", { body: { text, kind: as, shown: lengthsOf(system) } }));
  if (kind === "pressure") {
    // a bare number is in the reader's unit; what a gauge is printed in may be typed with it
    const bare = await ask("number").catch(() => null);
    if (bare !== null) return { ...bare, value: stored(bare.value, kind, system) };
    return ask("pressure");
  }
  if (kind !== "run") {
    const known = FIELD_KINDS[kind];
    if (known !== undefined) return ask(known);
    const read = await ask("number");
    return { ...read, value: stored(read.value, kind, system) };
  }
  // a bare number of a hose is feet or metres; with its own unit it is any length
  const bare = await ask("number").catch(() => null);
  if (bare !== null) return { ...bare, value: stored(bare.value, "run", system) };
  const typed = await ask("length");
  return { ...typed, value: typed.value / 1000 };
}

/** Sends a form, unless there is nothing to send it by. */
function send(form: HTMLFormElement | null) {
  const button = form?.querySelector<HTMLButtonElement>("button[type=submit]");
  if (form && button && !button.disabled) form.requestSubmit(button);
}

export function MeasureField({
  label,
  value,
  kind,
  onCommit,
  onClear,
  error,
  className = "",
  onReading,
}: Props) {
  const { system } = usePreferences();
  const id = useId();
  const [text, setText] = useState(() => spelled(value, kind, system));
  const [problem, setProblem] = useState<string | null>(null);
  const [assumed, setAssumed] = useState<string | null>(null);
  // reading takes a moment: what was meanwhile typed elsewhere must be in the page that takes the value
  const taken = useRef(onCommit);
  taken.current = onCommit;
  // the form that Enter sends, once the page has taken what was typed here
  const sending = useRef<HTMLFormElement | null>(null);
  useEffect(() => {
    setText(spelled(value, kind, system));
    setProblem(null);
    const form = sending.current;
    sending.current = null;
    // what stands around it has taken the value by then too
    if (form !== null) setTimeout(() => send(form));
  }, [value, kind, system]);

  async function commit(): Promise<"moved" | "stays" | "failed"> {
    if (text === spelled(value, kind, system)) {
      onReading?.("read");
      setProblem(null);
      return "stays";
    }
    if (onClear !== undefined && text.trim() === "") {
      setProblem(null);
      onReading?.("read");
      onClear();
      return "moved";
    }
    try {
      const read = await readField(text, kind, system);
      // what waits for the reading finds its value, not the one before
      flushSync(() => {
        setProblem(null);
        setAssumed(read.assumed ?? null);
        taken.current(read.value);
        onReading?.("read");
      });
      return read.value === value ? "stays" : "moved";
    } catch (failure) {
      flushSync(() => {
        setProblem(failure instanceof ApiFailure ? failure.message : String(failure));
        onReading?.("failed");
      });
      return "failed";
    }
  }

  async function enter(form: HTMLFormElement | null) {
    sending.current = form;
    const came = await reading(commit());
    if (came === "moved") return;
    sending.current = null;
    if (came === "stays") send(form);
  }

  const shownProblem = problem ?? error ?? null;
  return (
    <div className={`flex min-w-0 flex-col gap-0.5 ${className}`}>
      <label htmlFor={id} className="text-xs text-ink-2">
        {label}
      </label>
      <span className="flex h-9 items-center rounded-md border border-line-strong bg-sheet pr-2 focus-within:outline-3 focus-within:outline-accent has-aria-invalid:border-stop">
        <input
          id={id}
          value={text}
          inputMode="text"
          autoComplete="off"
          aria-invalid={shownProblem !== null}
          data-unread={problem === null ? undefined : ""}
          aria-describedby={shownProblem === null ? undefined : `${id}-problem`}
          onChange={(event) => {
            setText(event.target.value);
            onReading?.("typed");
          }}
          onBlur={() => void reading(commit())}
          onKeyDown={(event) => {
            if (event.key === "Enter") {
              event.preventDefault();
              void enter(event.currentTarget.form);
            }
            if (event.key === "Escape") setText(spelled(value, kind, system));
          }}
          className="w-full min-w-0 bg-transparent px-2 text-sm outline-none"
        />
        <span className="text-xs text-ink-2">{unitOf(kind, system)}</span>
      </span>
      {shownProblem !== null && (
        <p id={`${id}-problem`} className="text-xs text-stop" data-problem="">
          {shownProblem}
        </p>
      )}
      {shownProblem === null && assumed !== null && <p className="text-xs text-ink-2">{assumed}</p>}
    </div>
  );
}
