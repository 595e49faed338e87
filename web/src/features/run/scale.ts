/** How many pixels of this screen are a millimetre: told once with a bank card laid on it. */
const KEY = "galvanon.pixels-per-mm";
/** What a browser means by a millimetre, until the screen was measured. */
const USUAL = 96 / 25.4;
/** A bank card, mm. Source: ISO/IEC 7810 ID-1. */
export const CARD = { wide: 85.6, high: 53.98 } as const;

export function pixelsPerMm(): number {
  const kept = Number(localStorage.getItem(KEY));
  return kept > 0 ? kept : USUAL;
}

export function isMeasured(): boolean {
  return localStorage.getItem(KEY) !== null;
}

export function measure(perMm: number): void {
  localStorage.setItem(KEY, String(perMm));
}
