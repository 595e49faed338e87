/** The stroke of a shape that is at hand, and how the one before it came out. */
import { SectionEnd } from "@/draw/section-end";
import { word } from "@/text";
import { OUTCOMES, RUN } from "@/text/run";
import { holdsBefore } from "@/text/section";
import { told } from "@/text/told";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";
import type { Cut } from "../model";
import { Big } from "../panels/Big";
import type { Going, Outcome } from "../piece/going";

/** Where the torch may come from was settled when the strokes were planned. */
const SIDES = ["above", "near", "far", "below"];

/** The stroke at hand: where it runs, how the torch is held, what must hold first, and why it comes now. */
export function Stroke({ cut, order }: { cut: Cut; order: number }) {
  const { system } = usePreferences();
  const section = cut.plan.section;
  const stroke = section?.strokes.find((each) => each.order === order);
  if (!section || !stroke) return null;
  const shown = { stroke: order - 1, part: 0, slow: false };
  return (
    <div
      className="grid items-center gap-4 md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]"
      data-stroke={order}
    >
      <div className="flex flex-col gap-2 text-xl">
        <p className="text-2xl leading-tight font-bold">
          {order}. {stroke.part_text}, {print(stroke.travel_mm, "length", system)}
        </p>
        <p>
          {stroke.turned && "Turn the piece. "}
          Start: {word(stroke.start)}; {word(`attitude_${stroke.attitude}`)}, from{" "}
          {word(stroke.from)}. Stand: {word(stroke.stand)}.
        </p>
        {holdsBefore(section, order, system).map((hold) => (
          <p key={hold} className="font-bold text-caution">
            First {hold}.
          </p>
        ))}
        <p>{told("steps", stroke.why_code, {}, system, stroke.why)}</p>
        {stroke.slow.map((zone) => (
          <p key={zone.from_mm}>
            Slow at the {word(zone.why)}: {print(zone.speed_mm_min, "speed", system)}
          </p>
        ))}
      </div>
      <SectionEnd section={section} torch={shown} running={false} sides={SIDES} />
    </div>
  );
}

type BeforeProps = { going: Going; onStroke: (outcome: Outcome) => void };

/** How the stroke before came out: good, where nobody says otherwise. */
export function StrokeBefore({ going, onStroke }: BeforeProps) {
  const last = going.made?.at(-1);
  if (last === undefined) return null;
  return (
    <fieldset className="flex flex-col gap-2" data-stroke-before={last.outcome}>
      <legend className="pb-1 text-xl">
        {RUN.strokeBefore} {last.order}
      </legend>
      <div className="grid grid-cols-2 gap-2 lg:grid-cols-4">
        {OUTCOMES.map(({ code, text }) => (
          <Big
            key={code}
            look={last.outcome === code ? "picked" : "plain"}
            aria-pressed={last.outcome === code}
            onClick={() => onStroke(code)}
          >
            {text}
          </Big>
        ))}
      </div>
    </fieldset>
  );
}
