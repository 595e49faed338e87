/** Where temperatures stand on the strip of heat colours. */

/** From the first film to the last glow, °C. */
export const SPAN = [200, 1_050] as const;

/** The place of a temperature, 0 to 1: `along(625)` is 0.5. What lies outside stands at an end. */
export function along(c: number): number {
  const [low, high] = SPAN;
  return Math.min(1, Math.max(0, (c - low) / (high - low)));
}
