/** Where an element stands between "cuts" and "does not cut", on a rule that shows small shares too. */

/** The largest share that a rule shows, percent: what lies beyond "with care", and some. */
export function longest(care: number): number {
  return Math.min(100, care * 1.6);
}

/** Place of a share on its rule, 0 to 100; small shares get room. `place(0.25, 1)` is 50. */
export function place(percent: number, most: number): number {
  return 100 * Math.sqrt(Math.max(0, Math.min(percent, most)) / most);
}

/** The share at a place of its rule. `share(50, 1)` is 0.25. */
export function share(at: number, most: number): number {
  return Math.round((at / 100) ** 2 * most * 100) / 100;
}

/** The elements in the order a mill sheet gives them. */
export const ORDER = ["C", "Mn", "Si", "P", "S", "Cr", "Ni", "Mo", "V", "Cu", "Al", "W"];
