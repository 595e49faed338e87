/** What is set for a stroke, as bench and card say it: absent where the cut is stopped, for a number that stands there is set. Pure. */
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { tipShort } from "@/text/tip";
import { print, type System, setting } from "@/units";
import { ABSENT } from "../model";

type Stroke = Schemas["StrokeWire"];

/** Tip, pressures, heat, pace, kerf, and where the torch slows and to what. */
export function figuresOf(stroke: Stroke, system: System, stopped: boolean) {
  const unless = (text: string) => (stopped ? ABSENT : text);
  // a stroke passes the same kind of place more than once
  const slow = new Map(stroke.slow.map((zone) => [zone.why, zone.speed_mm_min]));
  return {
    tip: unless(tipShort(stroke.tip)),
    oxygen: unless(setting(stroke.oxygen_pressure_kpa, system)),
    fuel: unless(setting(stroke.fuel_pressure_kpa, system)),
    heat: unless(print(stroke.start_preheat_s.set, "duration", system)),
    pace: unless(print(stroke.travel_speed_mm_min.set, "speed", system)),
    kerf: unless(print(stroke.kerf_mm, "bore", system)),
    slow: stopped
      ? []
      : [...slow].map(([why, pace]) => `${print(pace, "speed", system)} at ${word(why)}`),
  };
}
