/** What the gear asks, as places on a calendar, heights of a picture and lines of a list. Pure. */
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { fill } from "@/text/fill";
import { STORES } from "@/text/record/stores";

type Due = Schemas["DueGear"];
type Gas = Schemas["GasStand"];
type Order = Schemas["ToOrder"];

/** The calendar shows so many days back, and so many on. */
export const SHOWN = { back: 60, on: 365 };

/** Where a due day stands on the calendar, 0 to 1: `place(0)` is today. What is long over stands at its beginning. */
export function place(daysLeft: number): number {
  const days = Math.min(Math.max(daysLeft, -SHOWN.back), SHOWN.on);
  return (days + SHOWN.back) / (SHOWN.back + SHOWN.on);
}

/**
 * The row of each name on the calendar, by its order, from left to right: the last one stands highest, so that no flagstaff
 * goes through a name.
 */
export function rows(places: number[], apart: number): number[] {
  const found: number[] = [];
  for (let i = places.length - 1; i >= 0; i--) {
    const under = places.slice(i + 1).filter((at) => at < (places[i] ?? 0) + apart).length;
    found[i] = Math.max(-1, ...found.slice(i + 1, i + 1 + under)) + 1;
  }
  return found;
}

/** When something is due, in words: `in 20 days`, `35 days over`; empty where nobody noted it. */
export function dueSaid({ days_left }: Pick<Due, "days_left">): string {
  if (days_left == null) return "";
  return days_left < 0 ? fill(STORES.over, { n: -days_left }) : fill(STORES.left, { n: days_left });
}

/** How far a gas reaches, both against the larger of the two: what is in hand, and what the work takes. */
export function reach({ at_hand_l, needed_l }: Pick<Gas, "at_hand_l" | "needed_l">) {
  const most = Math.max(at_hand_l, needed_l);
  return most > 0 ? { hand: at_hand_l / most, need: needed_l / most } : { hand: 0, need: 0 };
}

/** A line of the list to order: what, and why. */
export function orderSaid(order: Order): { what: string; why: string } {
  const why = fill(STORES.why[order.why] ?? order.why, { why: order.out_because ?? "" });
  if (order.kind !== "cylinder") {
    return { what: `${order.label ?? ""} (${word(order.kind)})`, why };
  }
  const gas = word(order.gas ?? "");
  const what =
    order.count == null
      ? fill(STORES.cylindersUnknown, { gas })
      : fill(STORES.cylinders, { n: order.count, gas });
  return { what, why };
}
