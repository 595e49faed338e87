/** The diameters in a line: "0.6 0.8 1.0"; a comma between digits is a decimal one. What is no number is left for the shop to refuse. */
export function wiresOf(text: string): number[] {
  return text
    .split(/[\s;]+/)
    .filter(Boolean)
    .map((each) => Number(each.replace(",", ".")));
}
