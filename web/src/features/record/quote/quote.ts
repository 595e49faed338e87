/** A quote as it is read. Pure. */
import type { Schemas } from "@/api/client";
import { PARTS, QUOTE } from "@/text/quote";

export type Found = Schemas["QuoteFound"];
type Money = Schemas["MoneyBand"];

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
  const between = QUOTE.between.replace("{low}", money(low, currency));
  return between.replace("{high}", money(high, currency));
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

/** What another way comes to against today's: `-0.2` is a fifth less. */
export function against(total: Money, today: Money): number {
  return today.set > 0 ? total.set / today.set - 1 : 0;
}
