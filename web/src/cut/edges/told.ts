/** What is told of a poor edge that was kept. Pure. */
import type { Schemas } from "@/api/client";
import { word } from "@/text";

type Diagnosis = Schemas["KeptDiagnosis"];

/** The day of a diagnosis, as one says it. */
export const day = (moment: string) =>
  new Date(moment).toLocaleDateString("en", { day: "numeric", month: "short" });

/** Causes that are hardly likelier than chance are not named, nor more than a hand can check at once. */
const LIKELY = 0.1;
const MOST = 3;

/** The causes it was taken for, the likeliest first, as the server ranks them. */
export function guesses({ causes }: Pick<Diagnosis, "causes">): string {
  const ranked = causes as unknown as { code: string; probability: number }[];
  const likely = ranked.filter((cause) => cause.probability > LIKELY).slice(0, MOST);
  return likely.map((it) => `${word(it.code)} ${Math.round(100 * it.probability)} %`).join(" · ");
}

/** What was seen, then what was looked for and not there. */
export function seenOf(
  { present, absent }: Pick<Diagnosis, "present" | "absent">,
  words: (code: string) => string,
): string[] {
  return [...present.map(words), ...absent.map((code) => `not: ${words(code)}`)];
}
