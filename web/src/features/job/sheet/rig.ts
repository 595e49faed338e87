/** What a job is rigged with: gear of the rack in its places, or told by hand. Pure. */
import type { GearView } from "@/api/client";

export type Hose = { bore_mm?: number; length_m?: number };
export type Rig = {
  rack?: Record<string, string>;
  gas?: { fuel?: string; oxygen_hose?: Hose; fuel_hose?: Hose };
  torch?: string;
};

export const TORCHES = [
  { value: "equal_pressure", text: "equal pressure" },
  { value: "injector", text: "injector" },
];
export const HOSES = [
  ["oxygen_hose", "Oxygen hose"],
  ["fuel_hose", "Fuel hose"],
] as const;

/** A place of the rig that a piece of the rack can stand in: its kind, and what it must be for. */
export type Place = {
  place: string;
  label: string;
  kind: string;
  fits: (gas: unknown) => boolean;
};

const oxygen = (gas: unknown) => gas === "oxygen";
const fuel = (gas: unknown) => gas === "fuel";
// a regulator names its own gas
const otherGas = (gas: unknown) => gas !== "oxygen";

export const PLACES: readonly Place[] = [
  { place: "oxygen_hose", label: "Oxygen hose", kind: "hose", fits: oxygen },
  { place: "fuel_hose", label: "Fuel hose", kind: "hose", fits: fuel },
  { place: "oxygen_regulator", label: "Oxygen regulator", kind: "regulator", fits: oxygen },
  { place: "fuel_regulator", label: "Fuel regulator", kind: "regulator", fits: otherGas },
  { place: "torch", label: "Torch", kind: "torch", fits: () => true },
];

/** The choice by which a place is left to be told by hand. */
export const NONE = "none";

/** The gear that may stand in a place, as a choice offers it. */
export function offered({ kind, fits }: Place, gear: readonly GearView[]) {
  const fitting = gear
    .map((view) => view.gear)
    .filter((each) => each.kind === kind && fits((each.fields as { gas?: unknown }).gas));
  return [
    { value: NONE, text: "not named" },
    ...fitting.map(({ id, label }) => ({ value: id, text: label })),
  ];
}

/** The rig with a piece put into a place, or the place left open. */
export function placed(rig: Rig, place: string, id: string): Rig {
  const { [place]: _, ...rest } = rig.rack ?? {};
  return { ...rig, rack: id === NONE ? rest : { ...rest, [place]: id } };
}
