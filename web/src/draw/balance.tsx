/** Piece and drop on their props, the cut between them: what each weighs and where it hangs. */
import type { Schemas } from "@/api/client";
import { print, type System } from "@/units";

type Part = Schemas["PartWire"];
const VIEW = { width: 520, height: 84 };

export function Balance({
  piece,
  drop,
  parted,
  system,
}: {
  piece: Part | null | undefined;
  drop: Part | null | undefined;
  /** Whether the cut leaves a drop at all. */
  parted: boolean;
  system: System;
}) {
  const cut = 170;
  const all = [
    { part: drop, name: "drop", from: 12, to: cut - 3 },
    { part: piece, name: "piece", from: cut + 3, to: VIEW.width - 12 },
  ] as const;
  const sides = all.filter(({ name }) => parted || name === "piece");
  const say = (part: Part) =>
    `${print(part.mass_kg, "mass", system)}, ${print(part.centre_mm, "length", system)} from the cut`;
  return (
    <svg
      viewBox={`0 0 ${VIEW.width} ${VIEW.height}`}
      className="block w-full"
      role="img"
      aria-label={sides
        .map(({ part, name }) => (part ? `${name} ${say(part)}` : `${name} not said`))
        .join("; ")}
      data-balance=""
    >
      {sides.map(({ part, name, from, to }) => {
        const middle = name === "drop" ? cut - (cut - from) * 0.5 : cut + (to - cut) * 0.5;
        return (
          <g key={name}>
            <rect
              x={from}
              y="24"
              width={to - from}
              height="16"
              fill={part ? "var(--steel)" : "none"}
              stroke="var(--ink)"
              strokeDasharray={part ? undefined : "5 4"}
            />
            {part && (
              <path
                d={`M${middle} 42 l9 16 h-18 Z`}
                fill="var(--accent)"
                stroke="var(--ink)"
                strokeWidth="0.8"
              />
            )}
            <text x={middle} y="17" textAnchor="middle" fontSize="13" fill="var(--ink)">
              {name} {part ? print(part.mass_kg, "mass", system) : "not said"}
            </text>
            {part && (
              <text x={middle} y="74" textAnchor="middle" fontSize="12" fill="var(--ink-2)">
                prop at {print(part.centre_mm, "length", system)}
              </text>
            )}
          </g>
        );
      })}
      <path d={`M${cut} 14 V50`} stroke="var(--heat-cherry)" strokeWidth="2.5" />
    </svg>
  );
}
