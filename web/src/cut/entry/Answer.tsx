/** What was understood of a typed line, what is asked of it, and the line with both marked. */
import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { SCREEN } from "@/text";
import { LAYOUT } from "@/text/layout";
import { buttonLook } from "@/ui/button";
import { Mark } from "@/ui/mark";
import { assumedOf, type Piece, piecesOf } from "./line";

type LineReply = Schemas["LineReply"];
type Problem = Schemas["ProblemWire"];

const LOOKS: Record<Piece["look"], string> = {
  read: "border-b-3 border-accent",
  faulty: "border-b-3 border-stop border-dashed bg-stop-soft",
  plain: "",
};

/** The line as it was read, under what is typed. */
export function Marked({ text, read }: { text: string; read: LineReply }) {
  return piecesOf(text, read).map((piece) => (
    <span key={piece.at} className={LOOKS[piece.look]}>
      {piece.text}
    </span>
  ));
}

/** A part is no cut in a line: the way to the page that draws it. */
export function PartTyped({ text }: { text: string }) {
  return (
    <p className="flex flex-wrap items-center gap-2" data-part-typed="">
      {SCREEN.partTyped}
      <Link to="/layout" search={{ typed: text }} className={buttonLook("next")}>
        {LAYOUT.take}
      </Link>
    </p>
  );
}

type Props = { read: LineReply; onMend: (problem: Problem, offer: string) => void };

export function Answer({ read, onMend }: Props) {
  const assumed = assumedOf(read);
  return (
    <>
      {read.marks.length > 0 && (
        <p data-echo="">
          <span className="text-ink-2">Understood: </span>
          <strong className="font-semibold">{read.echo}</strong>
          {assumed.length > 0 && <span className="text-ink-2"> ({assumed.join("; ")})</span>}
        </p>
      )}
      {read.problems.map((problem) => (
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
              onClick={() => onMend(problem, offer)}
              className="min-h-7 rounded-md border border-line-strong bg-sheet px-2 text-sm hover:bg-accent-soft"
            >
              {offer === "" ? "take it out" : offer}
            </button>
          ))}
        </p>
      ))}
    </>
  );
}
