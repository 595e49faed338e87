/** What the answers at an edge make of its drawing and its signs. Pure. */
import type { Schemas } from "@/api/client";
import type { FaceFigures } from "@/draw/cut-face";
import { word } from "@/text";
import { print, type System } from "@/units";
import type { Answers, Finding } from "../model";

/** Zones whose signs depend on the fuel. */
const BY_FUEL = ["flame", "torch"];

/** Whether the fuel must be known before a zone's signs say anything. */
export const asksFuel = (zone: string): boolean => BY_FUEL.includes(zone);

/** The face as it was told: each sign that is seen changes its own figures of a right one. */
export function faceTold(
  { findings, right }: Pick<Schemas["FindingsReply"], "findings" | "right">,
  { present }: Answers,
): FaceFigures {
  const seen = findings.filter(({ code }) => present.includes(code));
  return Object.assign({ ...right }, ...seen.map(({ changes }) => changes));
}

/** How many signs are seen in each place of the drawing. */
export function seenIn(
  findings: readonly Pick<Finding, "code" | "place">[],
  { present }: Answers,
): Record<string, number> {
  const counts: Record<string, number> = {};
  for (const { code, place } of findings) {
    counts[place] = (counts[place] ?? 0) + (present.includes(code) ? 1 : 0);
  }
  return counts;
}

/** The signs of a place: those that acetylene never shows are left out where it burns. */
export function signsAt<F extends Pick<Finding, "place" | "alternate_only">>(
  findings: readonly F[],
  zone: string,
  fuel: string | null | undefined,
): F[] {
  const shows = (sign: F) => !(sign.alternate_only && fuel === "acetylene");
  return findings.filter((sign) => sign.place === zone && shows(sign));
}

/** A burn as one remembers it: the day, how it came out, the pace, what was said. */
export function burnWords(
  burn: Pick<Schemas["BurnView"], "happened_at" | "outcome" | "pace_mm_min" | "note">,
  system: System,
): string {
  const day = new Date(burn.happened_at).toLocaleDateString("en", {
    day: "numeric",
    month: "short",
  });
  const pace = burn.pace_mm_min == null ? null : print(burn.pace_mm_min, "speed", system);
  const parts = [day, burn.outcome ? word(burn.outcome) : null, pace, burn.note || null];
  return parts.filter((part) => part !== null).join(" · ");
}
