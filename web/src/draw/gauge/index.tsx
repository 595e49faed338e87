/** A delivery gauge as the hand sees it: the needle at the setting, the band on the rim. */
import { gasColour } from "@/ui/gas-badge";
import { band, number, type System, shown, unitOf } from "@/units";
import { angleOf, arc, type Band, dialOf, type Face, point, ticksOf, type Usual } from "./dial";

type Props = {
  gas: string;
  /** What goes to the torch, or what is left. */
  gauge?: Usual["gauge"];
  /** The usual gauges, where the shop's own is not known. */
  usual: readonly Usual[];
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

const RADIUS = 74;

export function Gauge({
  gas,
  gauge = "delivery",
  usual,
  pressure,
  system: reader,
  label,
  scale,
  face,
  ceiling = null,
}: Props) {
  const dial = dialOf({ gas, gauge, usual, pressure, reader, scale, face, ceiling });
  const { system, full, red } = dial;
  const read = (kpa: number) => shown(kpa, "pressure", system);
  const angle = (value: number) => angleOf(dial, value);
  const ticks = ticksOf(dial);
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
      {red !== null && (
        <path
          d={arc(angle(red), angle(full), 84)}
          fill="none"
          stroke="var(--stop)"
          strokeWidth="9"
          strokeDasharray="3 3"
        />
      )}
      {ticks.map(({ value, numbered }) => {
        const [x0, y0] = point(angle(value), RADIUS);
        const [x1, y1] = point(angle(value), numbered ? RADIUS - 11 : RADIUS - 5);
        return (
          <line
            key={value}
            x1={x0}
            y1={y0}
            x2={x1}
            y2={y1}
            stroke="var(--ink)"
            strokeWidth={numbered ? 2 : 1}
          />
        );
      })}
      {ticks
        .filter(({ numbered }) => numbered)
        .map(({ value }) => {
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
