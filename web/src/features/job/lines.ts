/** A job's cuts: their order, and what stands under each. Pure. */
import type { LineView } from "@/api/client";
import { lineFacts } from "@/cut/model";
import { refusal, sentence } from "@/text";
import type { System } from "@/units";

type Placed = { line: Pick<LineView["line"], "position"> };

/** Where a cut lies that was moved past its neighbour: between the two beyond; null where there is no neighbour. */
export function placeAfter(lines: readonly Placed[], at: number, by: -1 | 1): number | null {
  const [next, beyond] = [lines[at + by], lines[at + 2 * by]];
  if (lines[at] === undefined || next === undefined) return null;
  return beyond === undefined
    ? next.line.position + by
    : (next.line.position + beyond.line.position) / 2;
}

/** Where a new cut lies: after the last, of those too that are still loading. */
export function placeOfNew(lines: readonly Placed[], count: number): number {
  return Math.max(lines.at(-1)?.line.position ?? 0, count - lines.length > 0 ? count : 0) + 1;
}

/** The fuel of a cut where it is not the rig's. */
export function otherFuel(view: Pick<LineView, "request">, rig: string | undefined): string | null {
  const fuel = view.request?.gas.fuel;
  return rig === undefined || fuel == null || fuel === rig ? null : String(fuel);
}

/** What stands under a cut's name: what is set, or what stops it in its first words, or why it does not plan; and its card. */
export function besideLine(
  {
    plan,
    fault,
    card_current,
    card_id,
  }: Pick<LineView, "plan" | "fault" | "card_current" | "card_id">,
  system: System,
): string {
  const stop = plan?.notes.find((note) => note.level === "stop");
  const brief = (note: NonNullable<typeof stop>) =>
    sentence("notes", note.code, note.values, system, note.text).split(/[:.] /)[0] ?? "";
  const told = !plan
    ? fault
      ? refusal(fault, system)
      : ""
    : stop
      ? brief(stop)
      : lineFacts(plan, system);
  if (card_current) return `${told} · card made`;
  return card_id ? `${told} · card is out of date` : told;
}
