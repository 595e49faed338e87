/**
 * Puts words into a sentence: `fill("{n} of {all}", { n: 3, all: 4 })` is `3 of 4`. A number stands with its noun as it is
 * said: `fill("in {n|day|days}", { n: 1 })` is `in 1 day`.
 */
export function fill(text: string, words: Record<string, string | number>): string {
  const place = /\{(\w+)(?:\|([^|}]*)\|([^|}]*))?\}/g;
  return text.replace(place, (all, name: string, one?: string, more?: string) => {
    const word = words[name];
    if (word === undefined) return all;
    return one === undefined ? String(word) : `${word} ${Number(word) === 1 ? one : more}`;
  });
}
