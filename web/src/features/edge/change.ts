/** A change of a setting in words. */
import type { Schemas } from "@/api/client";
import { type Kind, print, type System } from "@/units";

/** Settings as a remedy names them, with the kind that prints them. */
const SETTINGS: Record<string, { text: string; kind: Kind }> = {
  travel_speed_mm_min: { text: "Travel speed", kind: "speed" },
  oxygen_pressure_kpa: { text: "Oxygen at the regulator", kind: "pressure" },
  fuel_flow_l_min: { text: "Fuel flow", kind: "gas_flow" },
  standoff_mm: { text: "Cones to plate", kind: "gap" },
  bore_mm: { text: "Tip bore", kind: "bore" },
  start_preheat_s: { text: "Heating before the lever", kind: "duration" },
};

/** A change in words. `{quantity: "travel_speed_mm_min", from: 400, to: 320, factor: 0.8}` is "Travel speed from 400 mm/min to 320 mm/min (−20 %)". */
export function changeWords(change: Schemas["ChangeWire"], system: System): string {
  const known = SETTINGS[change.quantity];
  if (known === undefined) return "";
  const percent = Math.round((change.factor - 1) * 100);
  const by = `${percent > 0 ? "+" : "−"}${Math.abs(percent)} %`;
  if (change.from == null || change.to == null) return `${known.text} ${by}`;
  const say = (value: number) => print(value, known.kind, system);
  return `${known.text} from ${say(change.from)} to ${say(change.to)} (${by})`;
}
