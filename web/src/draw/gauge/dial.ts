/** The dial of a delivery gauge: how far its scale goes, where its marks and its red stand, and where the needle points. Pure. */
import type { Schemas } from "@/api/client";
import { gaugeSystem, type System, shown } from "@/units";

export type Band = { low: number; set: number; high: number };

export type Face = {
  major_kpa?: number | null;
  minor_kpa?: number | null;
  red_from_kpa?: number | null;
  /** What it is printed in: it wins over what the reader reads elsewhere. */
  printed_in?: string | null;
};

/** Needle travel: from lower left round the top to lower right. */
const SWEEP = 270;
const FROM = -135;

/** A usual gauge, kPa: what is drawn where the rack does not know the shop's own. */
export type Usual = Schemas["UsualGauge"];

/** The distance of numbers on a scale: four to eight of them. `major(200)` is 40. */
function major(full: number): number {
  const rough = full / 5;
  const ten = 10 ** Math.floor(Math.log10(rough));
  return [1, 2, 2.5, 4, 5, 10].map((step) => step * ten).find((step) => full / step <= 6) ?? rough;
}

/** The end of a scale, and the distance of its numbers. */
type Marks = [full: number, every: number];

/** Fuels share their delivery gauges; what is left of each in the cylinder has its own. */
function kindOf(gas: string, gauge: string): string {
  return gauge === "delivery" && gas !== "oxygen" ? "fuel" : gas;
}

/** A scale that holds the needle where no usual one does: the last one, or one of round numbers. */
function beyond(highest: number, last: Marks | undefined): Marks {
  if (last !== undefined && highest <= 0) return last;
  const every = major(Math.max(highest, 1));
  return [every * Math.max(Math.ceil(highest / every), 4), every];
}

export type Dial = {
  /** What it is printed in. */
  system: System;
  /** The end of its scale, the distance of its numbers, and of its small marks; its unit. */
  full: number;
  every: number;
  small: number;
  /** Where its red begins, its unit; null where it has none on its scale. */
  red: number | null;
};

type Asked = {
  gas: string;
  gauge: Usual["gauge"];
  /** The usual scales, small to large; none while they are not known yet. */
  usual: readonly Usual[];
  pressure: Band | null | undefined;
  reader: System;
  scale: number | null | undefined;
  face: Face | undefined;
  ceiling: number | null;
};

/** The shop's own gauge where the rack knows it and the needle stays on it, else a usual one. */
export function dialOf({ gas, gauge, usual, pressure, reader, scale, face, ceiling }: Asked): Dial {
  const system = gaugeSystem(face?.printed_in, reader);
  // a full scale is a round number of its own unit
  const round = system === "metric" ? 0.5 : 5;
  const read = (kpa: number) => shown(kpa, "pressure", system);
  const even = (kpa: number) => Math.round(read(kpa) / round) * round;
  const scales = usual
    .filter((each) => each.gauge === gauge && each.gas === kindOf(gas, gauge))
    .filter((each) => gaugeSystem(each.printed_in, reader) === system)
    .map((each): Marks => [even(each.full_kpa), even(each.major_kpa)]);
  // a needle beyond the shop's own scale would tell nothing: then a usual one is drawn
  const own = scale == null ? 0 : even(scale);
  const highest = pressure ? read(pressure.high) : 0;
  const fits = scales.find(([end]) => highest <= end) ?? beyond(highest, scales.at(-1));
  const isOwn = own > 0 && (!pressure || read(pressure.set) <= own);
  // marks as they are printed, where the rack knows them; never so many that none can be told from the next
  const printed = (kpa: number | null | undefined, most: number) => {
    const step = kpa == null ? 0 : read(kpa);
    return isOwn && step > 0 && own / step <= most ? step : null;
  };
  const [full, every] = isOwn ? [own, printed(face?.major_kpa, 12) ?? major(own)] : fits;
  const small = printed(face?.minor_kpa, 80) ?? every / 5;
  const ownRed = isOwn && face?.red_from_kpa != null ? face.red_from_kpa : null;
  const from = ownRed ?? ceiling;
  const red = from !== null && read(from) < full ? read(from) : null;
  return { system, full, every, small, red };
}

/** Where the needle points at a value: it does not leave the scale. Degrees from the top. */
export function angleOf({ full }: Pick<Dial, "full">, value: number): number {
  return FROM + (SWEEP * Math.min(Math.max(value, 0), full)) / full;
}

/** The marks from nought to the end, and which of them have a number. */
export function ticksOf({ full, every, small }: Dial): { value: number; numbered: boolean }[] {
  const isNumbered = (value: number) => Math.abs(value / every - Math.round(value / every)) < 1e-6;
  return Array.from({ length: Math.floor(full / small + 1e-6) + 1 }, (_, i) => {
    const value = i * small;
    return { value, numbered: isNumbered(value) };
  });
}

/** A place on the face, at an angle from the top. */
export function point(angle: number, radius: number): [number, number] {
  const a = ((angle - 90) * Math.PI) / 180;
  return [100 + radius * Math.cos(a), 100 + radius * Math.sin(a)];
}

/** A path along the rim. */
export function arc(from: number, to: number, radius: number): string {
  const [x0, y0] = point(from, radius);
  const [x1, y1] = point(to, radius);
  return `M${x0} ${y0} A${radius} ${radius} 0 ${to - from > 180 ? 1 : 0} 1 ${x1} ${y1}`;
}
