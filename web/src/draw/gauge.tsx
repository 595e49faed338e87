/** A delivery gauge as the hand sees it: the needle at the setting, the band on the rim. */
import { gasColour } from "@/ui/gas-badge";
import { band, gaugeSystem, number, type System, shown, unitOf } from "@/units";

type Props = {
  gas: string;
  /** None where a stop says that there is no such setting: the face is drawn without needle and band. */
  pressure: Band | null | undefined;
  system: System;
  label: string;
  /** The end of the scale of the shop's own gauge, kPa, where it is known. */
  scale?: number | null | undefined;
  /** What is printed on that gauge, kPa, as far as it is known. */
  face?: Face | undefined;
  /** What is never set, kPa, where the gauge has no red of its own. */
  ceiling?: number | null;
};

type Band = { low: number; set: number; high: number };

type Face = {
  major_kpa?: number | null;
  minor_kpa?: number | null;
  red_from_kpa?: number | null;
  /** What it is printed in: it wins over what the reader reads elsewhere. */
  printed_in?: string | null;
};

/** Needle travel: from lower left round the top to lower right. */
const SWEEP = 270;
const FROM = -135;
const RADIUS = 74;
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

function point(angle: number, radius: number): [number, number] {
  const a = ((angle - 90) * Math.PI) / 180;
  return [100 + radius * Math.cos(a), 100 + radius * Math.sin(a)];
}

function arc(from: number, to: number, radius: number): string {
  const [x0, y0] = point(from, radius);
  const [x1, y1] = point(to, radius);
  return `M${x0} ${y0} A${radius} ${radius} 0 ${to - from > 180 ? 1 : 0} 1 ${x1} ${y1}`;
}

export function Gauge({
  gas,
  pressure,
  system: reader,
  label,
  scale,
  face,
  ceiling = null,
}: Props) {
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
  const red = isOwn && face?.red_from_kpa != null ? face.red_from_kpa : null;
  const reds = red ?? ceiling;
  const angle = (value: number) => FROM + (SWEEP * Math.min(Math.max(value, 0), full)) / full;
  const ticks = Array.from({ length: Math.floor(full / small + 1e-6) + 1 }, (_, i) => i * small);
  const numbered = (value: number) => Math.abs(value / every - Math.round(value / every)) < 1e-6;
  const unit = unitOf("pressure", system);
  const [nx, ny] = point(angle(pressure ? read(pressure.set) : 0), 62);
  const said = pressure
    ? `needle at ${number(pressure.set, "pressure", system)} ${unit} on a gauge of 0 to ${full}, band ${band(pressure.low, pressure.high, "pressure", system)}`
    : `no setting on a gauge of 0 to ${full} ${unit}`;
  return (
    <svg viewBox="6 6 188 188" className="block w-full" role="img" aria-label={`${label}: ${said}`}>
      <circle
        cx="100"
        cy="100"
        r="90"
        fill="var(--sheet)"
        stroke="var(--line-strong)"
        strokeWidth="3"
      />
      {pressure && (
        <path
          d={arc(
            angle(read(pressure.low)),
            Math.max(angle(read(pressure.high)), angle(read(pressure.low)) + 2),
            84,
          )}
          fill="none"
          stroke={gasColour(gas)}
          strokeWidth="9"
        />
      )}
      {reds !== null && read(reds) < full && (
        <path
          d={arc(angle(read(reds)), angle(full), 84)}
          fill="none"
          stroke="var(--stop)"
          strokeWidth="9"
          strokeDasharray="3 3"
        />
      )}
      {ticks.map((value) => {
        const [x0, y0] = point(angle(value), RADIUS);
        const [x1, y1] = point(angle(value), numbered(value) ? RADIUS - 11 : RADIUS - 5);
        return (
          <line
            key={value}
            x1={x0}
            y1={y0}
            x2={x1}
            y2={y1}
            stroke="var(--ink)"
            strokeWidth={numbered(value) ? 2 : 1}
          />
        );
      })}
      {ticks.filter(numbered).map((value) => {
        const [x, y] = point(angle(value), RADIUS - 24);
        return (
          <text
            key={value}
            x={x}
            y={y + 5}
            textAnchor="middle"
            fontSize="19"
            fill="var(--ink)"
            stroke="var(--sheet)"
            strokeWidth="5"
            paintOrder="stroke"
          >
            {Math.round(value * 10) / 10}
          </text>
        );
      })}
      {pressure && (
        <line
          x1="100"
          y1="100"
          x2={nx}
          y2={ny}
          stroke="var(--ink)"
          strokeWidth="4"
          strokeLinecap="round"
        />
      )}
      <circle cx="100" cy="100" r="7" fill="var(--ink)" />
      <text x="100" y="150" textAnchor="middle" fontSize="18" fill="var(--ink-2)">
        {unit}
      </text>
    </svg>
  );
}
