/** What is said of a shape's strokes, on the bench and on the card. */
import type { Schemas } from "@/api/client";
import { print, type System } from "@/units";
import { word } from "./index";

/** What must hold before a stroke: "a prop for the piece, 48 in and 192 in from the cut". */
export function holdsBefore(
  section: Schemas["SectionReply"],
  stroke: number,
  system: System,
): string[] {
  const held = section.holds.filter((hold) => hold.before_stroke === stroke);
  const parts = [...new Set(held.map((hold) => hold.part))];
  return parts.flatMap((part) => {
    const mine = held.filter((hold) => hold.part === part);
    // both tees of a split lie on props at the same places
    const at = [...new Set(mine.map((hold) => print(hold.at_mm, "length", system)))];
    const [first] = mine;
    if (!first) return [];
    const mass = first.mass_kg ? ` (${print(first.mass_kg, "mass", system)})` : "";
    const each = part === "tee" ? "each tee" : `the ${word(part)}`;
    const from = ["block", "plug", "tee", "flange"].includes(part)
      ? "along the cut"
      : "from the cut";
    return [`a ${word(first.by)} for ${each}${mass}, ${listed(at)} ${from}`];
  });
}

/** `listed(["1 ft", "3 ft", "5 ft"])` is "1 ft, 3 ft and 5 ft". */
function listed(all: readonly string[]): string {
  return all.length < 2 ? all.join("") : `${all.slice(0, -1).join(", ")} and ${all.at(-1)}`;
}

/** What comes free: "block 147 kg after stroke 2". */
export function freedOf(section: Schemas["SectionReply"], system: System): string[] {
  return (section.freed ?? []).map(
    (part) =>
      `${word(part.part)} ${print(part.mass_kg, "mass", system)}, free after stroke ${part.after_stroke}`,
  );
}
