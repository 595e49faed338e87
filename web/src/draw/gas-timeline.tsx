/** A job's gas over time: the cuts along the top, below them each bank of cylinders running down. */
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { gasColour } from "@/ui/gas-badge";
import { clock, print, type System } from "@/units";

type Props = { plan: Schemas["GasPlan"]; system: System };

const WIDTH = 960;
const LEFT = 108;
const RIGHT = 12;
const CUTS = 34;
const LANE = 112;

/** A step of the clock that gives four to eight marks. */
function step(total: number): number {
  const steps = [60, 120, 300, 600, 900, 1800, 3600, 7200, 14_400, 28_800];
  return steps.find((each) => total / each <= 8) ?? 28_800;
}

type Supply = Schemas["GasSupply"];

function Bank({
  supply,
  span,
  most,
  x,
  top,
}: {
  supply: Supply;
  span: Supply["spans"][number];
  most: number;
  x: (s: number) => number;
  top: number;
}) {
  const height = LANE - 48;
  const y = (litres: number) => top + height * (1 - litres / most);
  const [from, to] = [x(span.from_s), x(span.to_s)];
  const floor = top + height;
  const over = span.overdrawn_from_s;
  return (
    <g>
      <path
        d={`M${from} ${floor} V${y(span.start_l)} L${to} ${y(span.end_l)} V${floor} Z`}
        fill={gasColour(supply.gas)}
        opacity="0.28"
      />
      <path
        d={`M${from} ${y(span.start_l)} L${to} ${y(span.end_l)}`}
        stroke={gasColour(supply.gas)}
        strokeWidth="3"
        fill="none"
      />
      <line x1={from} x2={from} y1={top - 20} y2={floor} stroke="var(--ink)" strokeWidth="1.5" />
      {over != null && (
        <text x={x(over) + 5} y={floor - 6} fontSize="13" fontWeight="600" fill="var(--stop)">
          drawn harder than it gives
        </text>
      )}
      {over != null && (
        <path
          d={`M${x(over)} ${floor + 3} H${to}`}
          stroke="var(--stop)"
          strokeWidth="4"
          strokeDasharray="3 3"
        />
      )}
      <text x={from + 5} y={top - 9} fontSize="13" fontWeight="600" fill="var(--ink)">
        {to - from > 90 || span === supply.spans[0]
          ? span.labels.join(" + ").slice(0, Math.max(9, (to - from) / 7))
          : ""}
      </text>
    </g>
  );
}

export function GasTimeline({ plan, system }: Props) {
  const total = Math.max(plan.total_s, 1);
  const x = (s: number) => LEFT + ((WIDTH - LEFT - RIGHT) * s) / total;
  const lanes = plan.gases;
  const height = CUTS + 36 + lanes.length * LANE;
  const every = step(total);
  const words = lanes
    .map(
      (supply) =>
        `${word(supply.gas)}: ${print(supply.needed_l, "gas_volume", system)} needed, ${supply.spans.length} ${supply.spans.length === 1 ? "bank" : "banks"}${supply.shortfall_l > 0 ? `, ${print(supply.shortfall_l, "gas_volume", system)} short` : ""}`,
    )
    .join("; ");
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="block w-full min-w-[640px]"
      role="img"
      aria-label={`Gas over ${clock(plan.total_s)}. ${words}`}
    >
      {Array.from({ length: Math.floor(total / every) + 1 }, (_, i) => i * every).map((s) => (
        <g key={s}>
          <line x1={x(s)} x2={x(s)} y1={CUTS + 4} y2={height - 18} stroke="var(--line)" />
          <text x={x(s)} y={height - 5} fontSize="12" textAnchor="middle" fill="var(--ink-2)">
            {s === 0 ? "start" : clock(s)}
          </text>
        </g>
      ))}
      <text x="2" y="22" fontSize="13" fill="var(--ink-2)">
        Cuts
      </text>
      {plan.lines.map((line, i) => (
        <g key={line.id}>
          <rect
            x={x(line.from_s)}
            y="4"
            width={Math.max(1.5, x(line.to_s) - x(line.from_s) - 1.5)}
            height={CUTS - 8}
            fill="var(--steel)"
          />
          {x(line.to_s) - x(line.from_s) > 20 && (
            <text x={x(line.from_s) + 6} y="22" fontSize="13" fontWeight="600" fill="var(--ink)">
              {i + 1}
            </text>
          )}
        </g>
      ))}
      {lanes.map((supply, i) => {
        const top = CUTS + 38 + i * LANE;
        const most = Math.max(...supply.spans.map((span) => span.start_l), 1);
        const out = supply.runs_out_line == null ? undefined : plan.lines[supply.runs_out_line];
        return (
          <g key={supply.gas}>
            <text x="2" y={top + 18} fontSize="14" fontWeight="600" fill={gasColour(supply.gas)}>
              {word(supply.gas)}
            </text>
            <text x="2" y={top + 36} fontSize="12" fill="var(--ink-2)">
              {print(supply.needed_l, "gas_volume", system)}
            </text>
            <line
              x1={LEFT}
              x2={WIDTH - RIGHT}
              y1={top + LANE - 48}
              y2={top + LANE - 48}
              stroke="var(--line-strong)"
            />
            {supply.spans.map((span) => (
              <Bank key={span.cylinders.join()} {...{ supply, span, most, x, top }} />
            ))}
            {out && (
              <g>
                <line
                  x1={x(out.from_s)}
                  x2={x(out.from_s)}
                  y1={top - 8}
                  y2={top + LANE - 48}
                  stroke="var(--stop)"
                  strokeWidth="3"
                />
                <text
                  x={x(out.from_s) + 6}
                  y={top + 30}
                  fontSize="14"
                  fontWeight="700"
                  fill="var(--stop)"
                >
                  runs out
                </text>
              </g>
            )}
          </g>
        );
      })}
    </svg>
  );
}
