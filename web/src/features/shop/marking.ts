/** How a shop marks, as a setting. Pure. */
export type MarkingSaid = {
  /** leave, on. */
  line: string;
  /** kept, scrap. */
  hatched: string;
  punch_straight_mm: number | null;
  punch_curve_mm: number | null;
};

/** The marking of a setting; what it lacks is the server's to say. */
export function markingOf(kept: unknown): MarkingSaid {
  const told = (kept ?? {}) as Partial<MarkingSaid>;
  return {
    line: told.line ?? "leave",
    hatched: told.hatched ?? "kept",
    punch_straight_mm: told.punch_straight_mm ?? null,
    punch_curve_mm: told.punch_curve_mm ?? null,
  };
}
