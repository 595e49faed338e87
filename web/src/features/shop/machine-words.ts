/** The words of a machine, as a setting of the shop. Pure. */
export type Words = {
  heat_on: string;
  heat_off: string;
  oxygen_on: string;
  oxygen_off: string;
  /** The letter before a dwell's time. */
  dwell: string;
  dwell_in_ms: boolean;
};

/** The words of a setting; what it lacks stays empty. */
export function wordsOf(kept: unknown): Words {
  const told = (kept ?? {}) as Partial<Words>;
  return {
    heat_on: told.heat_on ?? "",
    heat_off: told.heat_off ?? "",
    oxygen_on: told.oxygen_on ?? "",
    oxygen_off: told.oxygen_off ?? "",
    dwell: told.dwell ?? "P",
    dwell_in_ms: told.dwell_in_ms ?? false,
  };
}
