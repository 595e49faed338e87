/** Clocks and pace. Every place of a mark is a function of ticks that never go back: dropped frames and sleep move nothing. */

/** Milliseconds that never go back. */
export type Ticks = () => number;
export const ticks: Ticks = () => performance.now();

/** How far the torch is after some milliseconds at a pace. `paceAt(60_000, 300)` is 300. */
export function paceAt(ms: number, mmPerMin: number): number {
  return (Math.max(ms, 0) / 60_000) * mmPerMin;
}

/** Where a mark stands on a strip that shows so many millimetres at once, 0 to 1. */
export function onStrip(mm: number, strip: number): number {
  return (mm % strip) / strip;
}

/** Beats so far, one each `every` mm. */
export function beats(mm: number, every: number): number {
  return Math.floor(mm / every + 1e-9);
}

/** Seconds to the next planned stop or the end; null when both are behind. */
export function toNextStop(
  mm: number,
  stops: readonly number[],
  length: number,
  mmPerMin: number,
): number | null {
  const next = [...stops, length].sort((a, b) => a - b).find((at) => at > mm);
  return next === undefined ? null : ((next - mm) / mmPerMin) * 60;
}

/**
 * What is left of a clock, s. It ran `before` seconds until this page looked at it, by the wall clock and never less
 * than nothing; from then on the ticks count alone, so that a changed system time or a midnight moves nothing.
 */
export function leftOf(total: number, before: number, ms: number): number {
  return Math.max(total - Math.max(before, 0) - Math.max(ms, 0) / 1000, 0);
}

/** Minutes and seconds as a clock across the room: "1:05:09", "4:07". */
export function face(seconds: number): string {
  const s = Math.max(Math.round(seconds), 0);
  const two = (n: number) => String(n).padStart(2, "0");
  const [h, m] = [Math.floor(s / 3600), Math.floor(s / 60) % 60];
  return h > 0 ? `${h}:${two(m)}:${two(s % 60)}` : `${m}:${two(s % 60)}`;
}

/** Slowest and fastest that the shop keeps, mm/min: 10 µm/s and 0.2 m/s (server, burns). */
const KEPT = { slowest: 0.6, fastest: 12_000 };

/** The pace of a cut, mm/min; null where the touches cannot have been its start and end: it is kept without one. */
export function paceOf(length_mm: number, seconds: number): number | null {
  const pace = (length_mm / seconds) * 60;
  return pace >= KEPT.slowest && pace <= KEPT.fastest ? pace : null;
}

/** A moment as a shop says it: the time today, with its day otherwise. */
export function moment(at: string, now = new Date()): string {
  const when = new Date(at);
  const time = when.toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" });
  if (when.toDateString() === now.toDateString()) return time;
  const day = when.toLocaleDateString([], { weekday: "short", day: "numeric", month: "short" });
  return `${day}, ${time}`;
}
