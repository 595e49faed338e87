/** Where an element stands between "cuts" and "does not cut", on a rule that shows small shares too. */
import type { Schemas } from "@/api/client";
import { type Kind, print, type System } from "@/units";

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

/** The elements in the order of a mill sheet; those that it does not name come last. */
export function inOrder<A extends { element: string }>(alloys: readonly A[]): A[] {
  const rank = ({ element }: A) => {
    const at = ORDER.indexOf(element);
    return at < 0 ? ORDER.length : at;
  };
  return [...alloys].sort((a, b) => rank(a) - rank(b));
}

/** What a mill sheet tells of elements for which there is no limit. */
export function alsoTold(
  parts: Record<string, number>,
  alloys: readonly { element: string }[],
): string[] {
  return Object.entries(parts)
    .filter(([element]) => !alloys.some((alloy) => alloy.element === element))
    .map(([element, percent]) => `${element} ${percent} %`);
}

const SIZES: readonly { key: string; label: string; kind: Kind }[] = [
  { key: "depth", label: "Depth", kind: "length" },
  { key: "width", label: "Width", kind: "length" },
  { key: "web", label: "Web, leg or wall", kind: "bore" },
  { key: "flange", label: "Flange", kind: "bore" },
  { key: "root_radius", label: "Fillet or outside corner", kind: "bore" },
  { key: "design_wall", label: "Wall that its area rests on", kind: "bore" },
];

/** The sizes that a shape has; a hollow one has a wall and no flange. */
export function sizesShown(
  { dimensions_mm }: Pick<Schemas["ProfileWire"], "dimensions_mm">,
  { hollow, system }: { hollow: boolean; system: System },
): { label: string; value: string }[] {
  return SIZES.flatMap(({ key, label, kind }) => {
    const mm = dimensions_mm[key] ?? 0;
    const has = mm > 0 && !(hollow && key === "flange");
    return has ? [{ label, value: print(mm, kind, system) }] : [];
  });
}
