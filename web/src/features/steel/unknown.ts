/** An unknown piece: the answers given, and the metals that are left. Pure. */
import type { Schemas } from "@/api/client";

/** Metals less likely than this are not listed, nor more than fit beside the tests. */
const LEAST = 0.02;
const MOST = 5;

/** The metals it may be, as the server ranks them. */
export function likelyOf<M extends Pick<Schemas["MetalWire"], "probability">>(
  metals: readonly M[],
): M[] {
  return metals.filter((metal) => metal.probability >= LEAST).slice(0, MOST);
}

/** The answers when one of a test was touched: one a test; touched again it is taken back. */
export function answered(
  answers: readonly string[],
  known: readonly string[],
  answer: string,
): string[] {
  const others = answers.filter((each) => !known.includes(each));
  return answers.includes(answer) ? others : [...others, answer];
}
