/** The strokes in order: what is cut, how, and why then; the one at hand opens its settings. */

import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { holdsBefore } from "@/text/section";
import { told } from "@/text/told";
import { Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { clock, print } from "@/units";
import { ABSENT } from "../model";
import { figuresOf } from "./figures";

type Section = Schemas["SectionReply"];
type Stroke = Schemas["StrokeWire"];

/** Why the torch slows, and to what. */
function Slow({ stroke }: { stroke: Stroke }) {
  const { system } = usePreferences();
  return stroke.slow.map((zone) => (
    <span
      key={zone.from_mm}
      className="rounded-sm bg-caution-soft px-1.5 text-xs text-caution"
      data-slow-zone={zone.why}
    >
      slow at the {word(zone.why)}: {print(zone.speed_mm_min, "speed", system)}
    </span>
  ));
}

type SettingsProps = {
  stroke: Stroke;
  fuel: string;
  stopped: boolean;
  onWhy: (quantity: string) => void;
};

function Settings({ stroke, fuel, stopped, onWhy }: SettingsProps) {
  const { system } = usePreferences();
  const set = figuresOf(stroke, system, stopped);
  const rows: [string, string, string][] = [
    ["tip", "Tip", set.tip],
    ["oxygen_pressure_kpa", "Oxygen", set.oxygen],
    ["fuel_pressure_kpa", word(fuel), set.fuel],
    ["start_preheat_s", "Heat", set.heat],
    ["travel_speed_mm_min", "Pace", set.pace],
    ["kerf_mm", "Kerf", set.kerf],
  ];
  return (
    <dl className="grid grid-cols-[repeat(auto-fill,minmax(84px,1fr))] gap-x-2 gap-y-1">
      {rows.map(([quantity, name, value]) => (
        <div key={quantity}>
          <dt className="text-xs text-ink-2">{name}</dt>
          <dd>
            <button
              type="button"
              onClick={() => onWhy(quantity)}
              className="text-sm font-semibold underline decoration-line-strong decoration-dotted underline-offset-3 hover:text-accent"
              data-stroke-quantity={quantity}
            >
              {value}
            </button>
          </dd>
        </div>
      ))}
      {stroke.bevel_deg > 0.05 && (
        <div>
          <dt className="text-xs text-ink-2">Tilt</dt>
          <dd className="text-sm font-semibold">{print(stroke.bevel_deg, "angle", system)}</dd>
        </div>
      )}
    </dl>
  );
}

type Props = {
  section: Section;
  fuel: string;
  /** The cut must not be made as it is planned: nothing of it is set. */
  stopped: boolean;
  here: number;
  onPick: (index: number) => void;
  /** A number of the open stroke is asked about. */
  onWhy: (quantity: string) => void;
};

export function StrokeList({ section, fuel, stopped, here, onPick, onWhy }: Props) {
  const { system } = usePreferences();
  return (
    <ol
      className="max-h-[440px] divide-y divide-line overflow-y-auto rounded-md border border-line bg-sheet"
      data-strokes=""
    >
      {section.strokes.map((stroke, index) => {
        const open = index === here;
        return (
          <li key={stroke.order} data-stroke-row={stroke.order}>
            <button
              type="button"
              aria-expanded={open}
              onClick={() => onPick(index)}
              className="flex w-full items-start gap-2.5 px-3 py-1.5 text-left hover:bg-accent-soft aria-expanded:bg-accent-soft"
            >
              <span
                className={`mt-0.5 grid size-6 shrink-0 place-items-center rounded-full border-2 border-accent text-sm font-bold ${open ? "bg-accent text-accent-ink" : ""}`}
              >
                {stroke.order}
              </span>
              <span className="min-w-0 flex-1">
                <span className="flex flex-wrap items-baseline gap-x-2">
                  <strong className="font-semibold">{stroke.part_text}</strong>
                  <span className="text-sm">
                    {print(stroke.travel_mm, "length", system)} through{" "}
                    {print(stroke.through_mm, "bore", system)}
                  </span>
                </span>
                <span className="block text-xs text-ink-2">
                  {stroke.turned && "turn the piece · "}
                  {stroke.start === "kerf" && stroke.kerf_of != null
                    ? `from the kerf of ${stroke.kerf_of}`
                    : `start: ${word(stroke.start)}`}{" "}
                  · {word(`attitude_${stroke.attitude}`)} · from {word(stroke.from)}
                </span>
              </span>
              {!stroke.reached && <Mark level="stop" />}
              <span className="text-sm whitespace-nowrap text-ink-2">
                {stopped ? ABSENT : clock(stroke.time_s.total)}
              </span>
            </button>
            {open && (
              <div className="flex flex-col gap-1.5 px-3 pt-1 pb-2.5 pl-12" data-stroke-open="">
                <p className="text-sm">{told("steps", stroke.why_code, {}, system, stroke.why)}</p>
                <p className="text-xs text-ink-2" data-stand={stroke.stand}>
                  Stand: {word(stroke.stand)}.
                  {holdsBefore(section, stroke.order, system).map((hold) => (
                    <strong key={hold} className="font-semibold">
                      {" "}
                      First {hold}.
                    </strong>
                  ))}
                </p>
                <Settings stroke={stroke} fuel={fuel} stopped={stopped} onWhy={onWhy} />
                <span className="flex flex-wrap gap-1.5">
                  {!stopped && <Slow stroke={stroke} />}
                  {stroke.stops_mm.length > 0 && (
                    <span className="rounded-sm bg-sunk px-1.5 text-xs">
                      let go and pick up at{" "}
                      {stroke.stops_mm.map((at) => print(at, "length", system)).join(", ")}
                    </span>
                  )}
                </span>
              </div>
            )}
          </li>
        );
      })}
    </ol>
  );
}
