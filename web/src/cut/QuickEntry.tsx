/** One line, one cut: what was understood is underlined and said back, what was not is asked. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { type ReactNode, useEffect, useId, useRef, useState } from "react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { SCREEN } from "@/text";
import { LAYOUT } from "@/text/layout";
import { Button, buttonLook } from "@/ui/button";
import { Mark } from "@/ui/mark";

type LineReply = Schemas["LineReply"];
type Problem = Schemas["ProblemWire"];

/** What the reading says of a word for a part. */
const PART = "laid_out_later";

type Props = {
  text: string;
  onText: (text: string) => void;
  /** Called with the reading when Enter is pressed on a complete line. */
  onEnter: (read: LineReply) => void;
  action: string;
  /** A cut is on the bench: the entry is one line, and says what may be typed while it has the focus. */
  folded?: boolean;
};

/** How the shop usually moves the torch; null where it wants to be asked. */
function useUsualProcess(): string | null {
  const shop = useQuery({ queryKey: keys.shop, queryFn: () => data(api.GET("/api/v1/shop")) });
  const told = (shop.data?.settings as { usual_process?: string } | undefined)?.usual_process;
  return told === undefined || told === "asked" ? null : told;
}

/** What the server reads in a line. */
export function useLine(text: string) {
  const usual_process = useUsualProcess();
  return useQuery({
    queryKey: keys.line(text, usual_process),
    enabled: text.trim() !== "",
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: ({ signal }) =>
      data(api.POST("/api/v1/entry/line", { body: { text, usual_process }, signal })),
  });
}

/** The text with a fix put in its place, or at its end. */
export function mended(text: string, problem: Problem, offer: string): string {
  if (problem.start == null || problem.end == null) return `${text.trimEnd()} ${offer}`;
  return `${text.slice(0, problem.start)}${offer}${text.slice(problem.end)}`;
}

/** The text cut into marked, faulty and plain pieces. */
function pieces(text: string, read: LineReply): ReactNode[] {
  const spans = [
    ...read.marks.map((mark) => ({ ...mark, look: "border-accent" })),
    ...read.problems.flatMap((problem) =>
      problem.start == null || problem.end == null
        ? []
        : [
            {
              start: problem.start,
              end: problem.end,
              look: "border-stop border-dashed bg-stop-soft",
            },
          ],
    ),
  ].sort((a, b) => a.start - b.start);
  const out: ReactNode[] = [];
  let at = 0;
  for (const span of spans) {
    if (span.start < at) continue;
    out.push(text.slice(at, span.start));
    out.push(
      <span key={span.start} className={`border-b-3 ${span.look}`}>
        {text.slice(span.start, span.end)}
      </span>,
    );
    at = span.end;
  }
  out.push(text.slice(at));
  return out;
}

export function QuickEntry({ text, onText, onEnter, action, folded = false }: Props) {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const { data: read, isPlaceholderData } = useLine(text);
  const empty = text.trim() === "";
  const current = empty || isPlaceholderData ? undefined : read;
  const navigate = useNavigate();
  // a part is no cut in a line: the page that draws it takes the words over
  const part = current?.problems.some(({ code }) => code === PART) ?? false;
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
  const assumed = [
    ...new Set(current?.marks.flatMap((mark) => (mark.assumed ? [mark.assumed] : []))),
  ];

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
        {SCREEN.entryLabel}
      </label>
      <div className="flex gap-2">
        <div className="relative h-11 min-w-0 flex-1 overflow-hidden rounded-md border-2 border-line-strong bg-sheet focus-within:border-accent">
          <div
            aria-hidden="true"
            className="pointer-events-none absolute inset-0 overflow-hidden whitespace-pre px-3 py-2 text-base text-transparent"
          >
            {current ? pieces(text, current) : text}
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
        {part && (
          <p className="flex flex-wrap items-center gap-2" data-part-typed="">
            {SCREEN.partTyped}
            <Link to="/layout" search={{ typed: text }} className={buttonLook("next")}>
              {LAYOUT.take}
            </Link>
          </p>
        )}
        {current && !part && current.marks.length > 0 && (
          <p data-echo="">
            <span className="text-ink-2">Understood: </span>
            <strong className="font-semibold">{current.echo}</strong>
            {assumed.length > 0 && <span className="text-ink-2"> ({assumed.join("; ")})</span>}
          </p>
        )}
        {(part ? [] : (current?.problems ?? [])).map((problem) => (
          <p
            key={`${problem.code}${problem.start}`}
            className="flex flex-wrap items-center gap-2"
            data-problem={problem.code}
          >
            <Mark level="caution" />
            <span>{problem.text}</span>
            {problem.code === "unknown_steel" && (
              <Link to="/steel" hash="unknown" className="underline">
                {SCREEN.fourTests}
              </Link>
            )}
            {problem.offers.map((offer) => (
              <button
                key={offer}
                type="button"
                onClick={() => mend(problem, offer)}
                className="min-h-7 rounded-md border border-line-strong bg-sheet px-2 text-sm hover:bg-accent-soft"
              >
                {offer === "" ? "take it out" : offer}
              </button>
            ))}
          </p>
        ))}
      </div>
    </form>
  );
}
