/** A quote as it is read. Pure. */

import type { Schemas } from "@/api/client";
import { fill } from "@/text/fill";
import { PARTS, QUOTE } from "@/text/record/quote";

export type Found = Schemas["QuoteFound"];
export type Shown = { found: Found; currency: string };
type Money = Schemas["MoneyBand"];
type Besides = {
  machine_h: number;
  steel_kg: number;
  plate: number;
  used_percent: number;
  freight: number;
};

/** What goes on top of the cuts. */
export type Top = {
  set_up_s: number;
  overhead_percent: number;
  margin_percent: number;
  besides: Besides;
};

/** Half an hour, and nothing on top until the shop says so. Source: ours. */
export const USUAL_TOP: Top = {
  set_up_s: 1800,
  overhead_percent: 0,
  margin_percent: 0,
  besides: { machine_h: 0, steel_kg: 0, plate: 0, used_percent: 100, freight: 0 },
};

/** What a new quote starts with, where a nest told how much of its plates is used, %. */
export function topWith(used_percent: number | undefined): Top {
  if (used_percent === undefined) return USUAL_TOP;
  return { ...USUAL_TOP, besides: { ...USUAL_TOP.besides, used_percent } };
}

/** What goes on top as a quote was asked with it; what it left out cost nothing. */
export function topOf(
  asked: Partial<Omit<Top, "besides">> & { besides?: Partial<Besides> | null },
): Top {
  const { set_up_s = 0, overhead_percent = 0, margin_percent = 0, besides } = asked;
  return {
    set_up_s: set_up_s ?? 0,
    overhead_percent: overhead_percent ?? 0,
    margin_percent: margin_percent ?? 0,
    besides: { ...USUAL_TOP.besides, ...besides },
  };
}

/** What is paid once for the lot, by its words; what costs nothing is left out. */
export function onceFor(found: Pick<Found, "set_up"> & Partial<Found>): [string, number][] {
  const all: [string, number][] = [
    [QUOTE.setUpLine, found.set_up],
    [QUOTE.plateLine, found.plates ?? 0],
    [QUOTE.freightLine, found.freight ?? 0],
  ];
  return all.filter(([, amount], i) => i === 0 || amount > 0);
}

/** What the pieces weigh together, and how many priced cuts nobody can weigh; a quote of before weighed none. */
export function weighed(lines: readonly Partial<Found["lines"][number]>[]): {
  kg: number;
  unknown: number;
} {
  const priced = lines.filter(({ all }) => all != null);
  const known = priced.flatMap(({ mass_kg }) => (mass_kg == null ? [] : [mass_kg]));
  return { kg: known.reduce((sum, kg) => sum + kg, 0), unknown: priced.length - known.length };
}

/** Money as a shop writes it: `$ 1,234.50`. */
export function money(amount: number, currency: string): string {
  const digits = amount.toLocaleString("en", {
    minimumFractionDigits: 2,
    maximumFractionDigits: 2,
  });
  return `${currency} ${digits}`.trim();
}

/** How far it may be off: `$ 90.00 to $ 130.00`. */
export function range({ low, high }: Money, currency: string): string {
  return fill(QUOTE.between, { low: money(low, currency), high: money(high, currency) });
}

/** Where the money of all lines goes, the largest first, with its share of them. */
export function shares(lines: Found["lines"]): { part: string; amount: number; share: number }[] {
  const sum = (part: (typeof PARTS)[number]) =>
    lines.reduce((all, line) => all + (line.parts?.[part] ?? 0), 0);
  const all = PARTS.map((part) => ({ part, amount: sum(part) }));
  const whole = all.reduce((sum, { amount }) => sum + amount, 0);
  return all
    .map((each) => ({ ...each, share: whole > 0 ? each.amount / whole : 0 }))
    .sort((a, b) => b.amount - a.amount);
}

/** Whether other ways were planned with the drawer's tips: a quote of before took our own series and says nothing of it. */
export function ofTheDrawer(instead: readonly { own_tips?: boolean }[]): boolean {
  return instead.every(({ own_tips }) => own_tips !== undefined);
}

/** What another way comes to against today's: `-0.2` is a fifth less. */
export function against(total: Money, today: Money): number {
  return today.set > 0 ? total.set / today.set - 1 : 0;
}

/** `+4`, `−9`, `0`. */
export const signed = (percent: number) =>
  `${percent > 0 ? "+" : percent < 0 ? "−" : ""}${Math.abs(percent)}`;
