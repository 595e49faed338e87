/** Place and rig: asked before a run is begun, told of the run once it goes on. Pure. */
import type { Schemas } from "@/api/client";
import type { Asked } from "./kept/runs";
import type { Doc } from "./model";

/** What holds of the place, and of the rig. */
export type Holding = keyof Doc["place"] | "assembled" | "lying";

type Place = Doc["place"];
type Rig = Schemas["RigBody"];

/** Where a run stands: whether it goes on, its document, and what is asked before it is begun. */
export type At = { running: boolean; doc: Doc; asked: Asked };

/** The place as it is told of a run that begins: what nobody touched does not hold. */
export function placeOf({ wind, bare_floor, low, confined, coated }: Asked): Place {
  const holds = (told: boolean | undefined) => told ?? false;
  return {
    wind: holds(wind),
    bare_floor: holds(bare_floor),
    low: holds(low),
    confined: holds(confined),
    coated: holds(coated),
  };
}

/** The cylinders that stand on the rig: those of the run, or those that are asked for it. */
export function riggedOf({ running, doc, asked }: At): string[] {
  const rigged = doc.cylinders.filter((each) => each.rigged).map((each) => each.gear_id);
  return running ? rigged : (asked.cylinders ?? []);
}

/** The rig as it is told of the run. */
export function rigOf(at: At): Rig {
  const { assembled, lying } = at.doc;
  return { assembled, lying, cylinders: riggedOf({ ...at, running: true }) };
}

/** Whether something holds; paint or zinc that a cut names is known already. */
export function holds({ running, doc, asked }: At, key: Holding): boolean {
  const told = { ...doc.place, assembled: doc.assembled, lying: doc.lying };
  if (running) return told[key];
  return asked[key] === true || (key === "coated" && doc.place.coated);
}

/** What a touch tells: something is asked before the run, or noted of it. */
export type Touch =
  | { asked: Asked }
  | { note: { kind: "rig"; body: Rig } }
  | { note: { kind: "place"; body: Place } };

/** What holds is touched: it does not hold any more, or holds after all. */
export function touched(at: At, key: Holding): Touch {
  const { running, doc, asked } = at;
  if (!running) return { asked: { ...asked, [key]: !asked[key] } };
  if (key === "assembled" || key === "lying")
    return { note: { kind: "rig", body: { ...rigOf(at), [key]: !doc[key] } } };
  return { note: { kind: "place", body: { ...doc.place, [key]: !doc.place[key] } } };
}
