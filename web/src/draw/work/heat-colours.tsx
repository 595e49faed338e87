/** What steel looks like as it warms: a strip of its colours, with the temperature that is asked and how far it may go. */
import type { Schemas } from "@/api/client";
import { WORK } from "@/text/work";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";
import { along, SPAN } from "./heat-strip";

type Colour = Schemas["HeatColourWire"];

const [WIDE, HIGH, TOP] = [640, 30, 22];
const INK: Record<string, string> = {
  straw: "var(--heat-straw)",
  bronze: "var(--heat-bronze)",
  purple: "var(--heat-purple)",
  blue: "var(--heat-blue)",
  grey: "var(--steel-2)",
  faint_red: "color-mix(in srgb, var(--heat-cherry) 35%, #1b1b1b)",
  dark_red: "color-mix(in srgb, var(--heat-cherry) 60%, #1b1b1b)",
  cherry_red: "color-mix(in srgb, var(--heat-cherry) 85%, #1b1b1b)",
  bright_cherry: "var(--heat-cherry)",
  orange_heat: "var(--heat-orange)",
};

type Props = {
  colours: Colour[];
  /** How hot the steel is to be, °C. */
  asked: number | null;
  /** What it looks like then, in words. */
  said: string | null;
};

export function HeatColours({ colours, asked, said }: Props) {
  const { system } = usePreferences();
  const at = asked === null ? null : along(asked) * WIDE;
  return (
    <figure className="flex flex-col gap-1" data-heat-colours={asked ?? ""}>
      <svg
        viewBox={`0 0 ${WIDE} ${TOP + HIGH + 22}`}
        className="h-auto w-full rounded-md border border-line bg-sheet"
        role="img"
        aria-label={WORK.colours}
      >
        {colours.map((it) => (
          <rect
            key={it.colour}
            x={along(it.low_c) * WIDE}
            y={TOP}
            width={(along(it.high_c) - along(it.low_c)) * WIDE}
            height={HIGH}
            fill={INK[it.colour] ?? "var(--steel)"}
          />
        ))}
        {[200, 400, 600, 800, 1_000].map((c) => (
          <text
            key={c}
            x={along(c) * WIDE}
            y={TOP + HIGH + 16}
            fontSize={13}
            textAnchor={c === SPAN[0] ? "start" : "middle"}
            fill="var(--ink-2)"
          >
            {print(c, "temperature", system)}
          </text>
        ))}
        {at !== null && asked !== null && (
          <g data-asked={asked}>
            <path
              d={`M${at} ${TOP} l-7 -12 h14 z M${at} ${TOP} V${TOP + HIGH}`}
              fill="var(--ink)"
              stroke="var(--ink)"
              strokeWidth={2}
            />
          </g>
        )}
      </svg>
      <figcaption className="text-sm">
        {said !== null && <strong>{said} </strong>}
        <span className="text-xs text-ink-2">{WORK.coloursLead}</span>
      </figcaption>
      <ul className="flex flex-wrap gap-x-3 text-xs">
        {colours.map((it) => (
          <li key={it.colour} className="flex items-center gap-1">
            <span
              aria-hidden="true"
              className="inline-block h-3 w-4 rounded-sm border border-line-strong"
              style={{ background: INK[it.colour] }}
            />
            {it.text}
          </li>
        ))}
      </ul>
    </figure>
  );
}
