/** A shape on a run card: from its end and unfolded, and its strokes in order with what to set for each. */

import type { CutPlan } from "@/api/client";
import { figuresOf } from "@/cut/section/figures";
import { SectionEnd } from "@/draw/section-end";
import { SectionUnfolded } from "@/draw/section-unfolded";
import { word } from "@/text";
import { holdsBefore } from "@/text/section";
import { Heads, Wide } from "@/ui/wide";
import { print, type System } from "@/units";

type Section = NonNullable<CutPlan["section"]>;
const BEFORE = { stroke: -1, part: 0, slow: false };
/** As many strokes as leave the card on one sheet. */
const ROWS = 7;
/** A long split has more, all alike: so many of them stand there, and one row says the rest. */
const ALIKE = 5;

export function Strokes({
  section,
  fuel,
  sides,
  stopped,
  system,
}: {
  section: Section;
  fuel: string;
  /** What must not be set is absent. */
  stopped: boolean;
  sides: readonly string[];
  system: System;
}) {
  const { strokes } = section;
  const shown = strokes.length > ROWS ? strokes.slice(0, ALIKE) : strokes;
  const more = strokes.length - shown.length;
  return (
    <div className="flex flex-col gap-2" data-card-strokes={section.strokes.length}>
      <p className="text-sm">
        How it lies: <strong>{word(section.way)}</strong>
        {section.piece && `, piece ${print(section.piece.mass_kg, "mass", system)}`}
        {section.drop && `, drop ${print(section.drop.mass_kg, "mass", system)}`}
      </p>
      <div className="grid grid-cols-1 gap-2 sm:grid-cols-2 print:mx-auto print:w-[52%] print:grid-cols-2">
        <SectionEnd section={section} torch={BEFORE} running={false} sides={sides} />
        <SectionUnfolded section={section} torch={BEFORE} running={false} system={system} />
      </div>
      <Wide label="Strokes in their order">
        <table className="w-full min-w-[560px] text-left text-sm print:text-xs">
          <thead>
            <tr className="border-b-2 border-ink align-bottom text-xs">
              <Heads
                heads={[
                  { hidden: "order" },
                  "stroke",
                  "start",
                  "O₂",
                  word(fuel),
                  "heat",
                  "pace",
                  "slow to",
                ]}
                className="pr-2 font-normal"
              />
            </tr>
          </thead>
          <tbody>
            {shown
              .map((stroke) => ({ stroke, set: figuresOf(stroke, system, stopped) }))
              .map(({ stroke, set }) => (
                <tr key={stroke.order} className="border-b border-line align-top">
                  <td className="pr-2 text-base font-bold">{stroke.order}</td>
                  <td className="pr-2">
                    <strong>{stroke.part_text}</strong> {print(stroke.travel_mm, "length", system)}{" "}
                    × {print(stroke.through_mm, "bore", system)}
                    <span className="block text-xs">
                      {holdsBefore(section, stroke.order, system).map((hold) => `first ${hold}; `)}
                      {stroke.turned && "turn first; "}
                      {word(`attitude_${stroke.attitude}`)}, from {word(stroke.from)}
                      {!section.one_tip && `; tip ${set.tip}`}
                      {stroke.bevel_deg > 0.05 &&
                        `; tilt ${print(stroke.bevel_deg, "angle", system)}`}
                    </span>
                  </td>
                  <td className="pr-2">
                    {stroke.start === "kerf" && stroke.kerf_of != null
                      ? `kerf of ${stroke.kerf_of}`
                      : word(stroke.start)}
                  </td>
                  <td className="pr-2 font-bold whitespace-nowrap">{set.oxygen}</td>
                  <td className="pr-2 font-bold whitespace-nowrap">{set.fuel}</td>
                  <td className="pr-2 whitespace-nowrap">{set.heat}</td>
                  <td className="pr-2 font-bold whitespace-nowrap">{set.pace}</td>
                  <td>{set.slow.join(", ")}</td>
                </tr>
              ))}
          </tbody>
        </table>
      </Wide>
      {more > 0 && (
        <p className="text-sm">
          And {more} more like these, along the line; the tabs last, when the rest is cool.
        </p>
      )}
    </div>
  );
}
