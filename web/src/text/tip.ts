/** What a hand calls a tip: the mark that is stamped on it first, its bore beside it. */
import { boreName, type System } from "@/units";

const HEAD = "heating head";

type Tip = { bore_mm: number; mark?: string | null; name?: string | null };

/** A heating head is no cutting tip: it has no bore, and nothing of a cut is set by it. */
export function isHeatingHead(tip: { bore_mm: number }): boolean {
  return tip.bore_mm === 0;
}

/** `C · 1.2 mm` for a tip of the drawer that has a mark, else the bore alone. */
export function tipName(tip: Tip, system: System): string {
  if (isHeatingHead(tip)) return tip.mark ?? HEAD;
  const bore = boreName(tip.bore_mm, system);
  return tip.mark ? `${tip.mark} · ${bore}` : bore;
}

/** The same where there is little room: the bore in millimetres alone. `C (1.2 mm)`, or `1.2 mm`. */
export function tipShort(tip: Tip): string {
  if (isHeatingHead(tip)) return tip.mark ?? HEAD;
  const bore = `${Number(tip.bore_mm.toFixed(2))} mm`;
  return tip.mark ? `${tip.mark} (${bore})` : bore;
}

type Known = Tip & { by_chart?: boolean; chart_from?: string | null };

/** Where it is, and whose figures are followed: what the drawer calls it, and its chart. */
export function tipFrom(tip: Known): string[] {
  const chart = tip.chart_from
    ? `by its chart (${tip.chart_from})`
    : tip.by_chart
      ? "by its maker's chart"
      : null;
  const drawer = tip.name ? `drawer: ${tip.name}` : null;
  return [drawer, chart].filter((part) => part !== null);
}
