/** Piece and drop, the cut between them: what each weighs, where it hangs, and what holds it. */
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { print, type System } from "@/units";

type Section = Schemas["SectionReply"];
type Part = Schemas["PartWire"];
type Hold = Schemas["HoldWire"];
const VIEW = { width: 440, height: 102 };
const CUT = 140;

/** A triangle that it rests on, or a rope that it hangs from. */
function Holding({ hold, x }: { hold: Hold; x: number }) {
  return hold.by === "sling" ? (
    <path d={`M${x} 24 V4 m-6 6 l6 -6 l6 6`} fill="none" stroke="var(--accent)" strokeWidth="2.5" />
  ) : (
    <path d={`M${x} 43 l8 14 h-16 Z`} fill="var(--accent)" stroke="var(--ink)" strokeWidth="0.8" />
  );
}

export function Balance({
  section,
  parted,
  system,
}: {
  section: Section;
  /** Whether the cut leaves a drop at all. */
  parted: boolean;
  system: System;
}) {
  const length = (mm: number) => print(mm, "length", system);
  const all = [
    { part: section.drop, name: "drop", from: 8, to: CUT - 3 },
    { part: section.piece, name: "piece", from: parted ? CUT + 3 : 8, to: VIEW.width - 8 },
  ] as const;
  const sides = all.filter(({ name }) => parted || name === "piece");
  const say = (part: Part) =>
    `${print(part.mass_kg, "mass", system)}, hangs ${length(part.centre_mm)} from the cut`;
  return (
    <svg
      viewBox={`0 0 ${VIEW.width} ${VIEW.height}`}
      className="block w-full"
      role="img"
      aria-label={[
        ...sides.map(({ part, name }) => (part ? `${name} ${say(part)}` : `${name} not said`)),
        ...section.holds.map(
          (hold) =>
            `${word(hold.by)} for the ${word(hold.part)}, ${length(hold.at_mm)} from the cut, before stroke ${hold.before_stroke}`,
        ),
      ].join("; ")}
      data-balance=""
    >
      {sides.map(({ part, name, from, to }) => {
        const middle = (from + to) / 2;
        // without a centre of gravity nothing says where on the drawing a place is
        const mine = part ? section.holds.filter((hold) => hold.part === name) : [];
        // from the cut outward; the middle of the drawing is the centre of gravity
        const place = (mm: number) => {
          const share = part ? mm / part.centre_mm : 1;
          const half = (to - from) / 2;
          return name === "drop" ? to - half * share : from + half * share;
        };
        return (
          <g key={name}>
            <rect
              x={from}
              y="26"
              width={to - from}
              height="16"
              fill={part ? "var(--steel)" : "none"}
              stroke="var(--ink)"
              strokeDasharray={part ? undefined : "5 4"}
            />
            {part && (
              <g stroke="var(--ink)" fill="none" strokeWidth="1.4">
                <circle cx={middle} cy="34" r="5" />
                <path d={`M${middle - 5} 34 h10 M${middle} 29 v10`} />
              </g>
            )}
            <text x={middle} y="84" textAnchor="middle" fontSize="13" fill="var(--ink)">
              {name} {part ? print(part.mass_kg, "mass", system) : "not said"}
            </text>
            {mine.map((hold) => (
              <g key={hold.at_mm}>
                <Holding hold={hold} x={place(hold.at_mm)} />
                <text
                  x={place(hold.at_mm)}
                  y="69"
                  textAnchor="middle"
                  fontSize="12"
                  fill="var(--ink)"
                >
                  {length(hold.at_mm)}
                </text>
              </g>
            ))}
            {mine[0] && (
              <text x={middle} y="98" textAnchor="middle" fontSize="12" fill="var(--ink-2)">
                before stroke {mine[0].before_stroke}
              </text>
            )}
          </g>
        );
      })}
      {parted && <path d={`M${CUT} 14 V52`} stroke="var(--heat-cherry)" strokeWidth="2.5" />}
    </svg>
  );
}
