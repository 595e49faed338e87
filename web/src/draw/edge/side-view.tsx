/** The plate's edge from the side: tip, cut front, drag lines, sparks, and which way the torch goes. */
import { dragLines, type Part, SIDE, torchAt, VIEW } from "./scale";
import { Tip } from "./tip";

export function SideView({ plan, s, top, bottom, fuel, left }: Part & { left: boolean }) {
  const width = SIDE.right - SIDE.left;
  const torch = torchAt(left);
  const back = left ? 1 : -1;
  const drag = plan.drag_mm * s * back;
  const end = left ? SIDE.right : SIDE.left;
  const depth = bottom - top;
  const curve = (x: number) => `${x} ${top} Q${x} ${top + depth * 0.55} ${x + drag} ${bottom}`;
  return (
    <g>
      <clipPath id="plate-side">
        <rect x={SIDE.left} y={top} width={width} height={depth} />
      </clipPath>
      <rect x={SIDE.left} y={top} width={width} height={depth} fill="var(--steel)" />
      <g clipPath="url(#plate-side)">
        <path d={`M${curve(torch)} H${end + drag} V${top} Z`} fill="var(--face)" />
        {dragLines(left, s).map((x) => (
          <path key={x} d={`M${curve(x)}`} fill="none" stroke="var(--steel-2)" strokeWidth="1.5" />
        ))}
        <path
          d={`M${curve(torch + back * 4)}`}
          fill="none"
          stroke="var(--heat-cherry)"
          strokeWidth="9"
          opacity="0.7"
        />
        <path d={`M${curve(torch)}`} fill="none" stroke="var(--heat-orange)" strokeWidth="5" />
      </g>
      <rect
        x={SIDE.left}
        y={top}
        width={width}
        height={depth}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <g transform={`translate(${torch} ${top})`}>
        <Tip plan={plan} s={s} fuel={fuel} />
      </g>
      {[-7, -3, 0, 3, 8].map((lean, i) => (
        <line
          key={lean}
          x1={torch + drag + lean * 0.3}
          y1={bottom + 2}
          x2={torch + drag + lean + back * 3}
          y2={Math.min(bottom + (12 + ((i * 7) % 5) * 2.4) * Math.max(s, 1.6), VIEW.height)}
          stroke="var(--heat-orange)"
          strokeWidth="2"
          strokeDasharray="5 4"
          strokeLinecap="round"
        />
      ))}
      <Direction x={left ? SIDE.left + 8 : SIDE.right - 8} y={Math.max(top - 14, 20)} left={left} />
    </g>
  );
}

function Direction({ x, y, left }: { x: number; y: number; left: boolean }) {
  const to = left ? -1 : 1;
  return (
    <path
      d={`M${x - to * 56} ${y} h${to * 50} m${to * -9} -6 l${to * 9} 6 l${to * -9} 6`}
      fill="none"
      stroke="var(--accent)"
      strokeWidth="3"
      strokeLinecap="round"
      strokeLinejoin="round"
    />
  );
}
