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
  return ["piece", "drop"].flatMap((part) => {
    const mine = held.filter((hold) => hold.part === part);
    const places = mine.map((hold) => print(hold.at_mm, "length", system)).join(" and ");
    return mine[0] ? [`a ${word(mine[0].by)} for the ${part}, ${places} from the cut`] : [];
  });
}
