/** A shape from its end, as it lies, with its numbered strokes; round it, the sides that are in reach. */
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { fill } from "@/text/fill";
import { along, type Spot, type Torch } from "./dry-run";
import { StrokeMark, TorchMark } from "./stroke-marks";

type Section = Schemas["SectionReply"];
type Stroke = Schemas["StrokeWire"];

const VIEW = { width: 240, height: 252, room: 58 };
const AWAY: Record<string, Spot> = {
  above: { x: 0, y: -1 },
  below: { x: 0, y: 1 },
  near: { x: -1, y: 0 },
  far: { x: 1, y: 0 },
};
const NONE: Spot = { x: 0, y: -1 };

/** Whether a line runs along the shape, so that it shows as a point. */
function isPoint(line: readonly Spot[]): boolean {
  const first = line[0];
  return first === undefined || line.every((p) => Math.hypot(p.x - first.x, p.y - first.y) < 1);
}

/** Where the torch stands off a stroke, as a direction of the drawing. */
function awayFrom(section: Section, stroke: Stroke, middle: Spot, centre: Spot): Spot {
  if (stroke.attitude === "edgewise") return AWAY[stroke.from] ?? NONE;
  if (section.inner.length > 0 || stroke.turned) {
    const [x, y] = [middle.x - centre.x, middle.y - centre.y];
    const length = Math.hypot(x, y) || 1;
    return { x: x / length, y: y / length };
  }
  const by: Record<string, Spot | undefined> = {
    down: AWAY.above,
    overhead: AWAY.below,
    level: AWAY[stroke.from === "near" || stroke.from === "far" ? stroke.from : "near"],
  };
  return by[stroke.attitude] ?? NONE;
}

type Props = {
  section: Section;
  torch: Torch;
  running: boolean;
  /** Sides in reach; pressed to open or close one. */
  sides: readonly string[];
  onSide?: ((side: string) => void) | undefined;
  onPick?: ((index: number) => void) | undefined;
};

export function SectionEnd({ section, torch, running, sides, onSide, onPick }: Props) {
  const points = section.outer;
  const reach = (pick: (p: Schemas["OutlinePoint"]) => number) => Math.max(...points.map(pick), 1);
  const half = { x: reach((p) => Math.abs(p.x_mm)), y: reach((p) => Math.abs(p.y_mm)) };
  const scale = Math.min(
    (VIEW.width / 2 - VIEW.room) / half.x,
    (VIEW.height / 2 - VIEW.room) / half.y,
  );
  const centre = { x: VIEW.width / 2, y: VIEW.height / 2 };
  const place = (p: { x_mm: number; y_mm: number }): Spot => ({
    x: centre.x + p.x_mm * scale,
    y: centre.y - p.y_mm * scale,
  });
  const outline = (line: Schemas["OutlinePoint"][]) =>
    line.length === 0
      ? ""
      : `${line
          .map(place)
          .map(({ x, y }, i) => `${i === 0 ? "M" : "L"}${x.toFixed(2)} ${y.toFixed(2)}`)
          .join(" ")} Z`;
  const drawn = section.strokes.map((stroke) => {
    const line = stroke.path.map(place);
    const middle = along(line, 0.5);
    const away = awayFrom(section, stroke, middle, centre);
    return { stroke, line, away, badge: { x: middle.x + 19 * away.x, y: middle.y + 19 * away.y } };
  });
  // numbers that would lie on each other stand one behind the other
  drawn.forEach((each, i) => {
    const on = (p: Spot) => Math.hypot(p.x - each.badge.x, p.y - each.badge.y) < 17;
    const before = drawn.slice(0, i).filter(({ line }) => line.length > 1 && !isPoint(line));
    if (isPoint(each.line)) return;
    while (before.some(({ badge }) => on(badge))) {
      each.badge = { x: each.badge.x + 19 * each.away.x, y: each.badge.y + 19 * each.away.y };
    }
  });
  const seen = new Set<string>();
  const apart = drawn.filter(({ badge }) => {
    const key = `${Math.round(badge.x / 8)} ${Math.round(badge.y / 8)}`;
    return !seen.has(key) && seen.add(key);
  });
  const now = drawn[torch.stroke];
  const tip = now && along(now.line, torch.part);
  const say = section.strokes
    .map((s) => `${s.order} ${s.part_text}, ${word(`attitude_${s.attitude}`)}`)
    .join("; ");
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing whose sides are buttons
    <svg
      viewBox={`0 0 ${VIEW.width} ${VIEW.height}`}
      className="block w-full"
      role="group"
      aria-label={`${section.profile.code} from its end, ${fill("{n|stroke|strokes}", { n: section.strokes.length })}: ${say}`}
      data-section-end={section.way}
    >
      <path
        d={`${outline(section.outer)} ${outline(section.inner)}`}
        fill="var(--steel)"
        fillRule="evenodd"
        stroke="var(--ink)"
        strokeWidth="1.2"
      />
      {apart.map(({ stroke, line, badge }) => (
        <StrokeMark
          key={stroke.order}
          stroke={stroke}
          index={stroke.order - 1}
          line={line}
          badge={badge}
          torch={torch}
          onPick={onPick}
        />
      ))}
      {running && now && tip && <TorchMark at={tip} away={now.away} slow={torch.slow} />}
      <Sides sides={sides} onSide={onSide} />
    </svg>
  );
}

const PADS: Record<string, { x: number; y: number; w: number; h: number; turn: number }> = {
  above: { x: 62, y: 1, w: 116, h: 20, turn: 0 },
  below: { x: 62, y: 231, w: 116, h: 20, turn: 0 },
  near: { x: -47, y: 116, w: 116, h: 20, turn: -90 },
  far: { x: 171, y: 116, w: 116, h: 20, turn: 90 },
};
const NAMES: Record<string, string> = {
  above: "from above",
  below: "from below",
  near: "you stand here",
  far: "far side",
};

/** Four pads round the shape: which sides the torch comes to. */
function Sides({
  sides,
  onSide,
}: {
  sides: readonly string[];
  onSide?: ((side: string) => void) | undefined;
}) {
  return Object.entries(PADS).map(([side, { x, y, w, h, turn }]) => {
    const about = `rotate(${turn} ${x + w / 2} ${y + h / 2})`;
    const open = sides.includes(side);
    const middle = { x: x + w / 2, y: y + h / 2 };
    const look = (
      <>
        <rect
          x={x}
          y={y}
          width={w}
          height={h}
          rx="4"
          transform={about}
          fill={open ? "var(--accent-soft)" : "var(--sunk)"}
          stroke={open ? "var(--accent)" : "var(--line-strong)"}
          strokeWidth={open ? 1.6 : 1}
          strokeDasharray={open ? undefined : "4 3"}
        />
        <text
          x={middle.x}
          y={middle.y + 4}
          transform={about}
          textAnchor="middle"
          fontSize="12"
          fill="var(--ink)"
        >
          {open ? NAMES[side] : `${NAMES[side]}: shut`}
        </text>
      </>
    );
    if (onSide === undefined) return <g key={side}>{look}</g>;
    return (
      // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in a drawing
      <g
        key={side}
        role="button"
        tabIndex={0}
        aria-pressed={open}
        aria-label={`In reach: ${NAMES[side]}`}
        data-side={side}
        className="cursor-pointer focus-visible:outline-3 focus-visible:outline-accent"
        onClick={() => onSide(side)}
        onKeyDown={(event) => {
          if (event.key !== "Enter" && event.key !== " ") return;
          event.preventDefault();
          onSide(side);
        }}
      >
        {look}
      </g>
    );
  });
}
