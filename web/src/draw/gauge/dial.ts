/** The dial of a delivery gauge: how far its scale goes, where its marks and its red stand, and where the needle points. Pure. */
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

/** Full scales of common delivery gauges, in the reader's unit: [full, major]. */
const SCALES: Record<System, Record<"oxygen" | "fuel", [number, number][]>> = {
  inch: {
    oxygen: [
      [100, 20],
      [200, 40],
      [400, 80],
    ],
    fuel: [
      [30, 5],
      [60, 10],
      [200, 40],
    ],
  },
  metric: {
    oxygen: [
      [6, 1],
      [10, 2],
      [16, 4],
      [25, 5],
    ],
    fuel: [
      [1.5, 0.5],
      [2.5, 0.5],
      [6, 1],
      [16, 4],
    ],
  },
  metric_kpa: {
    oxygen: [
      [700, 100],
      [1400, 200],
      [2800, 400],
    ],
    fuel: [
      [200, 50],
      [400, 100],
      [1400, 200],
    ],
  },
};

/** The distance of numbers on a scale: four to eight of them. `major(200)` is 40. */
function major(full: number): number {
  const rough = full / 5;
  const ten = 10 ** Math.floor(Math.log10(rough));
  return [1, 2, 2.5, 4, 5, 10].map((step) => step * ten).find((step) => full / step <= 6) ?? rough;
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
  pressure: Band | null | undefined;
  reader: System;
  scale: number | null | undefined;
  face: Face | undefined;
  ceiling: number | null;
};

/** The shop's own gauge where the rack knows it and the needle stays on it, else a usual one. */
export function dialOf({ gas, pressure, reader, scale, face, ceiling }: Asked): Dial {
  const system = gaugeSystem(face?.printed_in, reader);
  // a full scale is a round number of its own unit
  const round = system === "metric" ? 0.5 : 5;
  const read = (kpa: number) => shown(kpa, "pressure", system);
  const scales = SCALES[system][gas === "oxygen" ? "oxygen" : "fuel"];
  // a needle beyond the shop's own scale would tell nothing: then a usual one is drawn
  const own = scale == null ? 0 : Math.round(read(scale) / round) * round;
  const highest = pressure ? read(pressure.high) : 0;
  const usual = scales.find(([end]) => highest <= end) ?? scales.at(-1) ?? [100, 20];
  const isOwn = own > 0 && (!pressure || read(pressure.set) <= own);
  // marks as they are printed, where the rack knows them; never so many that none can be told from the next
  const printed = (kpa: number | null | undefined, most: number) => {
    const step = kpa == null ? 0 : read(kpa);
    return isOwn && step > 0 && own / step <= most ? step : null;
  };
  const [full, every] = isOwn ? [own, printed(face?.major_kpa, 12) ?? major(own)] : usual;
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
