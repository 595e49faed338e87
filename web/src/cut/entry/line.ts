/** A typed line and what was read in it. Pure. */
import type { Schemas } from "@/api/client";

type LineReply = Schemas["LineReply"];
type Problem = Schemas["ProblemWire"];

/** What the reading says of a word for a part. */
const PART = "laid_out_later";

/** Whether a part is typed: the page that draws it takes the words over. */
export const isPart = (read: LineReply): boolean => read.problems.some(({ code }) => code === PART);

/** How the shop usually moves the torch; null where it wants to be asked. */
export function usualProcess(settings: unknown): string | null {
  const told = (settings as { usual_process?: string } | undefined)?.usual_process;
  return told === undefined || told === "asked" ? null : told;
}

/** The text with a fix put in its place, or at its end. */
export function mended(
  text: string,
  { start, end }: Pick<Problem, "start" | "end">,
  offer: string,
): string {
  if (start == null || end == null) return `${text.trimEnd()} ${offer}`;
  return `${text.slice(0, start)}${offer}${text.slice(end)}`;
}

/** What the shop's usual way filled in, each said once. */
export function assumedOf(read: LineReply): string[] {
  return [...new Set(read.marks.flatMap(({ assumed }) => (assumed ? [assumed] : [])))];
}

export type Piece = { text: string; at: number; look: "read" | "faulty" | "plain" };

/** The text cut into what was read, what is faulty and the rest; together they are the text. */
export function piecesOf(text: string, { marks, problems }: LineReply): Piece[] {
  const spans = [
    ...marks.map(({ start, end }) => ({ start, end, look: "read" as const })),
    ...problems.flatMap(({ start, end }) =>
      start == null || end == null ? [] : [{ start, end, look: "faulty" as const }],
    ),
  ].sort((a, b) => a.start - b.start);
  const out: Piece[] = [];
  let at = 0;
  const put = (to: number, look: Piece["look"]) => {
    if (to > at) out.push({ text: text.slice(at, to), at, look });
    at = to;
  };
  for (const { start, end, look } of spans) {
    if (start < at) continue;
    put(start, "plain");
    put(end, look);
  }
  put(text.length, "plain");
  return out;
}
