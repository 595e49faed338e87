/** Puts words into a sentence: `fill("{n} cuts", { n: 3 })` is `3 cuts`. */
export function fill(text: string, words: Record<string, string | number>): string {
  return text.replace(/\{(\w+)\}/g, (all, name: string) => String(words[name] ?? all));
}
