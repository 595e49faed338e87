/** Marks that strokes share in every drawing: line, slow zones, start, arrow, number, torch. */
import type { Schemas } from "@/api/client";
import { along, cut, type Spot, type Torch } from "./dry-run";

type Stroke = Schemas["StrokeWire"];

export const d = (line: readonly Spot[]) =>
  line.map(({ x, y }, i) => `${i === 0 ? "M" : "L"}${x.toFixed(2)} ${y.toFixed(2)}`).join(" ");

/** How a stroke starts: an open ring at an edge, a notch in a kerf, a full dot where it is pierced, a crossed ring in a hole. */
export function StartMark({ start, at }: { start: string; at: Spot }) {
  const ring = (
    <circle
      cx={at.x}
      cy={at.y}
      r="4.5"
      fill="var(--sheet)"
      stroke="var(--accent)"
      strokeWidth="2"
    />
  );
  if (start === "pierce") return <circle cx={at.x} cy={at.y} r="5" fill="var(--accent)" />;
  if (start === "kerf")
    return (
      <path
        d={`M${at.x - 5} ${at.y - 5} L${at.x} ${at.y} L${at.x - 5} ${at.y + 5} M${at.x + 5} ${at.y - 5} L${at.x} ${at.y} L${at.x + 5} ${at.y + 5}`}
        fill="none"
        stroke="var(--accent)"
        strokeWidth="2.2"
      />
    );
  if (start === "drilled_hole")
    return (
      <g>
        {ring}
        <path
          d={`M${at.x - 3} ${at.y - 3} l6 6 M${at.x + 3} ${at.y - 3} l-6 6`}
          stroke="var(--accent)"
          strokeWidth="1.5"
        />
      </g>
    );
  return ring;
}

function Arrow({ line }: { line: readonly Spot[] }) {
  const { x, y, dx, dy } = along(line, 1);
  const wing = (side: number) => `${x - 8 * dx + side * 4.5 * -dy} ${y - 8 * dy + side * 4.5 * dx}`;
  return <path d={`M${x} ${y} L${wing(1)} L${wing(-1)} Z`} fill="currentColor" />;
}

/** A stroke's number in a disc; the one at hand is full. */
export function Badge({ order, at, here }: { order: number; at: Spot; here: boolean }) {
  return (
    <g>
      <circle
        cx={at.x}
        cy={at.y}
        r="9.5"
        fill={here ? "var(--accent)" : "var(--sheet)"}
        stroke="var(--accent)"
        strokeWidth="1.6"
      />
      <text
        x={at.x}
        y={at.y + 4.4}
        textAnchor="middle"
        fontSize="12.5"
        fontWeight="700"
        fill={here ? "var(--accent-ink)" : "var(--ink)"}
      >
        {order}
      </text>
    </g>
  );
}

type Props = {
  stroke: Stroke;
  index: number;
  line: readonly Spot[];
  badge: Spot;
  /** Whether there is room for its number. */
  numbered?: boolean;
  torch: Torch;
  onPick?: ((index: number) => void) | undefined;
};

/** One stroke over a drawing: what is cut is dark, what is to come is in the accent, slow zones are broad. */
export function StrokeMark({ stroke, index, line, badge, numbered = true, torch, onPick }: Props) {
  const here = torch.stroke === index;
  const done = index < torch.stroke ? 1 : here ? torch.part : 0;
  const colour = stroke.reached ? "var(--accent)" : "var(--stop)";
  const share = (mm: number) => mm / Math.max(stroke.length_mm, 1e-9);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: by keyboard strokes are picked in their list
    <g
      style={{ color: colour, cursor: onPick === undefined ? undefined : "pointer" }}
      onClick={() => onPick?.(index)}
      data-stroke={stroke.order}
      data-here={here}
    >
      <path d={d(line)} stroke="transparent" strokeWidth="18" fill="none" />
      {stroke.slow.map((zone) => (
        <path
          key={zone.from_mm}
          d={d(cut(line, share(zone.from_mm), share(zone.to_mm)))}
          stroke="var(--caution)"
          strokeWidth="9"
          strokeOpacity="0.45"
          fill="none"
          data-slow={zone.why}
        />
      ))}
      <path
        d={d(line)}
        stroke={colour}
        strokeWidth={here ? 3.4 : 2.2}
        strokeDasharray={stroke.reached ? undefined : "6 4"}
        fill="none"
      />
      {done > 0 && (
        <path d={d(cut(line, 0, done))} stroke="var(--ink)" strokeWidth="4.200" fill="none" />
      )}
      <Arrow line={line} />
      <StartMark start={stroke.start} at={line[0] ?? badge} />
      {numbered && <Badge order={stroke.order} at={badge} here={here} />}
    </g>
  );
}

/** The torch: its tip on the stroke, its body away from the steel. */
export function TorchMark({ at, away, slow }: { at: Spot; away: Spot; slow: boolean }) {
  const [dx, dy] = [away.x, away.y];
  const on = (far: number, side: number) =>
    `${at.x + far * dx - side * dy} ${at.y + far * dy + side * dx}`;
  return (
    <g data-torch={slow ? "slow" : "pace"}>
      <path
        d={`M${on(4, -2)} L${on(16, -5)} L${on(34, -5)} L${on(34, 5)} L${on(16, 5)} L${on(4, 2)} Z`}
        fill="var(--ink)"
        stroke="var(--sheet)"
        strokeWidth="1"
      />
      <circle
        cx={at.x}
        cy={at.y}
        r={slow ? 6 : 4.5}
        fill={slow ? "var(--heat-orange)" : "var(--heat-cherry)"}
      />
    </g>
  );
}
