/** The runs of the torch that a cut is made of. Pure. */
import type { Schemas } from "@/api/client";
import { lengthOf, spot } from "@/draw/layout/geometry";
import type { Cut } from "../model";

/** One run of the torch: a plate's cut, a stroke of a shape, a path of a part, or a stage of other work. */
export type Part = {
  /** Place among the strokes, paths or stages, from 1; null for a plate. */
  order: number | null;
  tip: Cut["plan"]["tip"];
  oxygen: Cut["plan"]["oxygen_pressure_kpa"];
  fuel: Cut["plan"]["fuel_pressure_kpa"];
  heat: Cut["plan"]["start_preheat_s"];
  /** mm/min, mm, and mm from its start. */
  pace: number;
  length: number;
  stops: readonly number[];
};

/** A plate is one part; a shape has one for each of its strokes, a part that was laid out one for each of its paths, other work one for each of its stages. */
export function partsOf({ plan, request }: Cut): Part[] {
  if (plan.work) {
    return plan.work.stages.map((stage) => ({
      order: stage.order,
      tip: plan.tip,
      oxygen: plan.oxygen_pressure_kpa,
      fuel: plan.fuel_pressure_kpa,
      heat: plan.start_preheat_s,
      pace: plan.travel_speed_mm_min.set,
      // a stage is told by its clock alone
      length: 0,
      stops: [],
    }));
  }
  if (plan.layout && !plan.section) {
    return plan.layout.paths.map((path) => {
      const lead = lengthOf(path.lead_in.map(spot));
      return {
        order: path.order,
        tip: plan.tip,
        oxygen: plan.oxygen_pressure_kpa,
        fuel: plan.fuel_pressure_kpa,
        heat: path.start_preheat_s ?? plan.start_preheat_s,
        pace: plan.travel_speed_mm_min.set,
        length: path.burnt_mm,
        // stops are told from where the lead meets the path; a tie is one, and is not burnt
        stops: stopsOnWay(path, lead),
      };
    });
  }
  if (!plan.section) {
    return [
      {
        order: null,
        tip: plan.tip,
        oxygen: plan.oxygen_pressure_kpa,
        fuel: plan.fuel_pressure_kpa,
        heat: plan.start_preheat_s,
        pace: plan.travel_speed_mm_min.set,
        length: request.cut.length_mm ?? 0,
        stops: plan.stops_mm,
      },
    ];
  }
  return plan.section.strokes.map((stroke) => ({
    order: stroke.order,
    tip: stroke.tip,
    oxygen: stroke.oxygen_pressure_kpa,
    fuel: stroke.fuel_pressure_kpa,
    heat: stroke.start_preheat_s,
    pace: stroke.travel_speed_mm_min.set,
    length: stroke.travel_mm,
    stops: stroke.stops_mm,
  }));
}

type Path = Pick<Schemas["PathWire"], "stops_mm" | "tabs">;

/**
 * Where the torch is taken off on its way, mm of what it burns: stops, and ties, over which it is lifted and pierced anew.
 * `lead` is the way to the path.
 */
export function stopsOnWay(path: Path, lead: number): number[] {
  const burnt = (at: number) =>
    path.tabs
      .filter((tie) => tie.to_mm <= at)
      .reduce((sum, tie) => sum - (tie.to_mm - tie.from_mm) + lengthOf(tie.lead_in.map(spot)), at);
  const off = [...path.stops_mm, ...path.tabs.map((tie) => tie.from_mm)].sort((a, b) => a - b);
  return off.map((at) => burnt(at) + lead);
}
