/** Words of the trade that mean the same, so that whoever searches by one finds what is said by another. */
const ALIKE: readonly (readonly string[])[] = [
  ["carburising", "carburizing", "reducing", "carbonising", "carbonizing", "feather"],
  ["slag", "dross"],
  ["lever", "trigger"],
  ["galvanised", "galvanized", "zinc"],
  ["gouge", "gouging"],
  ["wash", "washing"],
  ["tip", "nozzle"],
  ["oxidising", "oxidizing"],
  ["pop", "pops", "popping", "backfire"],
  ["flashback", "flash back"],
  ["smell", "smelled", "leak"],
  ["kerf", "gap"],
  ["cylinder", "bottle", "tank"],
  ["gauge", "needle"],
];

/** A word with all that mean the same; a beginning of a word counts for the whole of it. */
export function alike(word: string): readonly string[] {
  const group = ALIKE.filter((each) =>
    each.some((known) => known === word || (word.length >= 4 && known.startsWith(word))),
  );
  return [word, ...group.flat()];
}

/** Whether every word that is searched, or one that means the same, stands in a text. */
export function meets(text: string, searched: string): boolean {
  const lower = text.toLowerCase();
  const words = searched.toLowerCase().split(/\s+/).filter(Boolean);
  return words.every((word) => alike(word).some((each) => lower.includes(each)));
}
