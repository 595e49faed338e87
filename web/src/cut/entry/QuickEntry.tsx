/** One line, one cut: what was understood is underlined and said back, what was not is asked. */
import { useNavigate } from "@tanstack/react-router";
import { useEffect, useId, useRef, useState } from "react";
import type { Schemas } from "@/api/client";
import { SCREEN } from "@/text";
import { Button } from "@/ui/button";
import { fetchBench } from "../FetchedBench";
import { Answer, Marked, PartTyped } from "./Answer";
import { isPart, mended } from "./line";
import { useLine } from "./useLine";

type LineReply = Schemas["LineReply"];
type Problem = Schemas["ProblemWire"];

type Props = {
  text: string;
  onText: (text: string) => void;
  /** Called with the reading when Enter is pressed on a complete line. */
  onEnter: (read: LineReply) => void;
  action: string;
  /** What is to be typed, where it is not a new cut. */
  label?: string;
  /** A cut is on the bench: the entry is one line, and says what may be typed while it has the focus. */
  folded?: boolean;
};

export function QuickEntry({
  text,
  onText,
  onEnter,
  action,
  label = SCREEN.entryLabel,
  folded = false,
}: Props) {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const { data: read, isPlaceholderData } = useLine(text);
  const empty = text.trim() === "";
  const current = empty || isPlaceholderData ? undefined : read;
  const navigate = useNavigate();
  // a part is no cut in a line: the page that draws it takes the words over
  const part = current !== undefined && isPart(current);
  // who types a cut will see it on the bench
  useEffect(fetchBench, []);
  // Enter before the reading came: it acts when it comes, unless more was typed meanwhile
  const [entered, setEntered] = useState<string | null>(null);
  // what was just added stands in sight: the help does not cover it until one comes back to the field
  const [added, setAdded] = useState(false);
  const act = (read: LineReply) => {
    setAdded(true);
    onEnter(read);
  };
  const acted = useRef(act);
  acted.current = act;
  useEffect(() => {
    if (entered === null || current === undefined) return;
    setEntered(null);
    if (entered !== text) return;
    if (part) void navigate({ to: "/layout", search: { typed: text } });
    else if (current.complete) acted.current(current);
  }, [entered, current, text, part, navigate]);
  function mend(problem: Problem, offer: string) {
    onText(mended(text, problem, offer));
    input.current?.focus();
  }

  return (
    <form
      className={`group/entry relative flex flex-col ${folded ? "" : "gap-1.5"}`}
      data-folded={folded}
      onSubmit={(event) => {
        event.preventDefault();
        if (part) void navigate({ to: "/layout", search: { typed: text } });
        else if (current?.complete) act(current);
        else if (current === undefined && !empty) setEntered(text);
      }}
    >
      <label htmlFor={id} className={folded ? "sr-only" : "text-sm font-semibold"}>
        {label}
      </label>
      <div className="flex gap-2">
        <div className="relative h-11 min-w-0 flex-1 overflow-hidden rounded-md border-2 border-line-strong bg-sheet focus-within:border-accent">
          <div
            aria-hidden="true"
            className="pointer-events-none absolute inset-0 overflow-hidden whitespace-pre px-3 py-2 text-base text-transparent"
          >
            {current ? <Marked text={text} read={current} /> : text}
          </div>
          <input
            ref={input}
            id={id}
            data-quick-entry=""
            value={text}
            onChange={(event) => onText(event.target.value)}
            onBlur={() => setAdded(false)}
            placeholder={SCREEN.placeholder}
            autoComplete="off"
            spellCheck={false}
            aria-describedby={`${id}-read`}
            className="absolute inset-0 w-full bg-transparent px-3 py-2 text-base outline-none placeholder:text-ink-2"
          />
        </div>
        <Button
          type="submit"
          look="next"
          className="min-h-11"
          disabled={empty || (current?.complete === false && !part)}
        >
          {action}
        </Button>
      </div>
      <div
        id={`${id}-read`}
        aria-live="polite"
        className={`flex flex-col gap-1 text-sm ${folded ? "not-empty:pt-1" : "min-h-5"}`}
      >
        {empty && !(folded && added) && (
          <p
            className={
              folded
                ? "pointer-events-none absolute inset-x-0 top-full z-10 mt-1 hidden rounded-md border border-line-strong bg-sheet p-2 text-xs text-ink-2 shadow-lg group-focus-within/entry:block"
                : "text-xs text-ink-2"
            }
            data-entry-help=""
          >
            {SCREEN.entryHelp}
          </p>
        )}
        {part && <PartTyped text={text} />}
        {current && !part && <Answer read={current} onMend={mend} />}
      </div>
    </form>
  );
}
