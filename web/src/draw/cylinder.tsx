/** A cylinder as it stands, hangs on its chain or lies on the floor, filled to what is left in it. */
import { gasColour } from "@/ui/gas-badge";

type Props = {
  gas: string;
  /** 0 to 1; null where nobody weighed it. */
  fill: number | null;
  /** Out of service, or not to be opened. */
  barred: boolean;
  lying: boolean;
  known: boolean;
};

const WIDTHS: Record<string, number> = { oxygen: 40, acetylene: 52, propane: 62, propylene: 62 };
const TOPS: Record<string, number> = { oxygen: 34, acetylene: 62, propane: 84, propylene: 84 };
const FLOOR = 196;

export function CylinderDrawing({ gas, fill, barred, lying, known }: Props) {
  const width = WIDTHS[gas] ?? 44;
  const top = TOPS[gas] ?? 40;
  const [left, right, shoulder] = [50 - width / 2, 50 + width / 2, width * 0.42];
  const body = `M${left} ${FLOOR} V${top + shoulder} C${left} ${top} ${44} ${top + 4} 44 ${top - 6} H56 C56 ${top + 4} ${right} ${top} ${right} ${top + shoulder} V${FLOOR} Z`;
  const level = fill === null ? FLOOR : FLOOR - fill * (FLOOR - top - shoulder * 0.5);
  const clip = `cyl-${gas}-${Math.round(level * 10)}-${lying}`;
  return (
    <svg viewBox="0 0 100 204" className="block h-40 w-full" aria-hidden="true">
      <g
        transform={
          lying ? "translate(50 178) rotate(90) scale(0.58) translate(-50 -115)" : undefined
        }
      >
        <clipPath id={clip}>
          <path d={body} />
        </clipPath>
        <path
          d={body}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth="2"
          strokeDasharray={barred ? "5 4" : undefined}
        />
        <g clipPath={`url(#${clip})`} opacity={barred ? 0.35 : 0.9}>
          <rect
            x={left}
            y={level}
            width={width}
            height={FLOOR - level}
            fill={known ? gasColour(gas) : "var(--steel-2)"}
          />
          {[0.25, 0.5, 0.75].map((mark) => {
            const y = FLOOR - mark * (FLOOR - top - shoulder * 0.5);
            return (
              <line
                key={mark}
                x1={right - 9}
                x2={right}
                y1={y}
                y2={y}
                stroke="var(--ink)"
                strokeWidth="1.5"
              />
            );
          })}
        </g>
        <path
          d={`M47 ${top - 6} V${top - 18} H53 V${top - 6} M42 ${top - 21} H58`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2.5"
        />
      </g>
      {!known && (
        <text x="50" y="130" textAnchor="middle" fontSize="40" fontWeight="700" fill="var(--ink)">
          ?
        </text>
      )}
      {!lying && (
        <path
          d="M0 132 q10 5 20 0 t20 0 t20 0 t20 0 t20 0"
          fill="none"
          stroke="var(--line-strong)"
          strokeWidth="2"
        />
      )}
      <line
        x1="0"
        x2="100"
        y1={FLOOR + 2}
        y2={FLOOR + 2}
        stroke="var(--line-strong)"
        strokeWidth="3"
      />
    </svg>
  );
}
