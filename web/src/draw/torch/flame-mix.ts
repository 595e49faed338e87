/** Which flame two valves make, and how it is drawn. How the valves are moved is nobody's matter here. */
import type { FlameState } from "@/text/run";
import type { Flame } from "./flame";

type Bands = { carburising_below: number; oxidising_above: number; wanted: string };

/** Fuel beyond this, without oxygen to speak of, blows off the tip. Source: ours, for the drawing. */
const BLOWS_OFF = 0.85;
/** Below this part of the neutral oxygen it is fuel alone. Source: ours, for the drawing. */
const FUEL_ALONE = 0.35;
/** With so much fuel the soot of acetylene just stops, before the flame lifts off. Source: ours, for the drawing. */
const SOOT_STOPS = 0.6;
/** Fuel below this is no flame. */
const NO_FLAME = 0.04;

/** The flame of a fuel valve and an oxygen valve, each 0 shut to 1 open; equal openings are neutral. */
export function mixed(fuel: number, oxygen: number, bands: Bands): FlameState {
  if (fuel < NO_FLAME) return "out";
  const ratio = oxygen / fuel;
  if (ratio < FUEL_ALONE) {
    if (fuel > BLOWS_OFF) return "stands_off";
    return fuel < SOOT_STOPS ? "sooty" : "soot_stops";
  }
  if (ratio < bands.carburising_below) return "carburising";
  return ratio > bands.oxidising_above ? "oxidising" : "neutral";
}

/** How far below neutral a short feather still is one, in parts of the neutral ratio. Source: ours, for the drawing. */
const SHORT = 0.2;

/** The mixture of a short feather: half way down to where it is no longer short. */
export function shortFeather(bands: Bands): number {
  return bands.carburising_below - SHORT / 2;
}

/** Whether a flame is the one that is wanted: neutral, or with a short feather where the shop runs one. */
export function isWanted(state: FlameState, ratio: number, bands: Bands): boolean {
  if (bands.wanted !== "carburising") return state === "neutral";
  return state === "carburising" && ratio >= bands.carburising_below - SHORT;
}

/** Cones of the slower gases against acetylene's: long and soft for natural gas. Source: ours, for the drawing. */
const LONGER: Record<string, number> = { propylene: 1.1, propane: 1.3, natural_gas: 1.5 };

/** The lever takes oxygen from the flames: what was neutral is a little less. Source: ours, for the drawing. */
const LEVER_TAKES = 0.08;

/** The oxygen that is left to the flames, valve as it stands, lever up or down. */
export function withLever(oxygen: number, down: boolean): number {
  return down ? oxygen * (1 - LEVER_TAKES) : oxygen;
}

/** What is drawn of it. Alternate fuels never soot and show a star on the plate. */
export function drawn(fuelName: string, fuel: number, oxygen: number, state: FlameState): Flame {
  const ratio = fuel < NO_FLAME ? 0 : oxygen / fuel;
  const alternate = fuelName !== "acetylene";
  const lean = Math.min(Math.max(1 - ratio, 0), 1);
  const cone = state === "out" ? 0 : state === "oxidising" ? Math.max(1 / ratio, 0.4) : 1;
  return {
    cone: cone * (0.6 + 0.6 * fuel) * (LONGER[fuelName] ?? 1),
    feather: ["carburising", "sooty", "soot_stops"].includes(state) ? 0.3 + 2 * lean : 0,
    lift: state === "stands_off" ? 1 : 0,
    unequal: 0,
    jet: null,
    star:
      alternate && state !== "out" && state !== "stands_off"
        ? Math.min(1 / Math.max(ratio, 0.4), 1.9)
        : null,
    soot: !alternate && state === "sooty" ? lean : 0,
    loud: state === "oxidising" || state === "stands_off" ? 0.8 : fuel > 0.7 ? 0.5 : 0,
  };
}
