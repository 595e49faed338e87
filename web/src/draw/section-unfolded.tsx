/** The faces of a shape rolled out one below the other, with the lines that are cut on them. */
import type { Schemas } from "@/api/client";
import { print, type System } from "@/units";
import { along, type Spot, type Torch } from "./dry-run";
import { d, StrokeMark, TorchMark } from "./stroke-marks";

type Section = Schemas["SectionReply"];

const VIEW = { width: 300, height: 252 };
const LEFT = 88;
const GAP = 10;
/** Beyond this a shape is drawn shorter than it is, and says so. */
const LONGEST = 4;
/** Cuts that part a shape across: what lies before them is the drop. */
const ACROSS = ["square", "mitre", "bevel", "saddle"];
/** Cuts that begin where the shape ends. */
const FROM_THE_END = ["cope", "access_hole", "strip", "split"];

/** Cuts that take a part out of the piece. */
const NOTCHED = ["cope", "access_hole", "web_opening"];

type Marked = { index: number; badge: Spot };

/** Numbers that would lie on each other are left out; the one at hand never is. */
function apart<T extends Marked>(all: T[], here: number): (T & { apart: boolean })[] {
  const kept: Spot[] = all.filter((each) => each.index === here).map((each) => each.badge);
  return all.map((each) => {
    const free = kept.every((p) => Math.hypot(p.x - each.badge.x, p.y - each.badge.y) > 19);
    if (free) kept.push(each.badge);
    return { ...each, apart: free || each.index === here };
  });
}

type Props = {
  section: Section;
  torch: Torch;
  running: boolean;
  system: System;
  onPick?: ((index: number) => void) | undefined;
};

export function SectionUnfolded({ section, torch, running, system, onPick }: Props) {
  const { panels, strokes } = section;
  const high = panels.reduce((sum, panel) => sum + panel.width_mm, 0);
  const scaleU = (VIEW.height - 25 - GAP * (panels.length - 1)) / high;
  const zs = strokes.flatMap((stroke) => stroke.line.map((p) => p.z_mm));
  const [low, top] = [Math.min(...zs, 0), Math.max(...zs, 0)];
  const wide = VIEW.width - LEFT - 4;
  const parted = ACROSS.includes(section.kind);
  // room on both sides of what is cut; none where the shape ends
  const room = Math.max((wide / scaleU - (top - low)) / 2, (top - low) * 0.12);
  const atItsEnd = FROM_THE_END.includes(section.kind);
  const whole = section.kind === "strip" || section.kind === "split";
  const [from, to] = [atItsEnd ? 0 : low - room, top + (whole ? 0 : atItsEnd ? 2 * room : room)];
  const fit = wide / (to - from);
  const short = scaleU / fit > LONGEST;
  const scaleZ = short ? fit : Math.min(fit, scaleU);
  const middle = LEFT + wide / 2;
  const x = (z: number) => middle + (z - (from + to) / 2) * scaleZ;
  // as it lies: what is on top is drawn on top
  const level = (panel: Section["panels"][number] | undefined) =>
    (panel?.face ?? []).reduce((sum, p) => sum + p.y_mm, 0) / Math.max(panel?.face.length ?? 1, 1);
  const flipped = section.inner.length === 0 && level(panels[0]) < level(panels.at(-1)) - 1e-6;
  let down = 7;
  const ordered = panels.map((panel, i) => ({ panel, i }));
  if (flipped) ordered.reverse();
  const bands: { panel: Section["panels"][number]; y: number; height: number }[] = [];
  for (const { panel, i } of ordered) {
    const y = down;
    const height = Math.max(panel.width_mm * scaleU, 3);
    down += height + GAP;
    bands[i] = { panel, y, height };
  }
  const [leftEnd, rightEnd] = [Math.max(x(from), LEFT), Math.min(x(to), VIEW.width - 4)];
  const place = (panel: number, p: { u_mm: number; z_mm: number }): Spot => {
    const band = bands[panel];
    if (band === undefined) return { x: 0, y: 0 };
    const part = p.u_mm / Math.max(band.panel.width_mm, 1e-9);
    return { x: x(p.z_mm), y: band.y + (flipped ? 1 - part : part) * band.height };
  };
  // what is left of the lines over a panel falls
  const dropOn = (panel: number, y: number, height: number) => {
    const line = strokes
      .filter((stroke) => stroke.panel === panel)
      .flatMap((stroke) => stroke.line.map((p) => place(panel, p)))
      .sort((a, b) => a.y - b.y);
    return `${d([{ x: leftEnd, y }, ...line, { x: leftEnd, y: y + height }])} Z`;
  };
  // what a notch or an opening takes out: between its line and the end, or inside its line
  const wasteOf = (stroke: Schemas["StrokeWire"]) => {
    const [first, last] = [stroke.line[0], stroke.line.at(-1)];
    if (!NOTCHED.includes(section.kind) || first === undefined || last === undefined) return "";
    const toEnd =
      section.kind === "web_opening" ? [] : [last, first].map((p) => ({ ...p, z_mm: 0 }));
    return `${d([...stroke.line, ...toEnd].map((p) => place(stroke.panel, p)))} Z`;
  };
  const now = strokes[torch.stroke];
  const marked = apart(
    strokes.map((stroke, index) => {
      const spots = stroke.line.map((p) => place(stroke.panel, p));
      const mid = along(spots, 0.5);
      const badge = { x: mid.x + 16 * Math.abs(mid.dy), y: mid.y - 15 * Math.abs(mid.dx) };
      return { stroke, index, spots, badge };
    }),
    torch.stroke,
  );
  const line = now?.line.map((p) => place(now.panel, p));
  const tip = line && along(line, torch.part);
  return (
    <svg
      viewBox={`0 0 ${VIEW.width} ${VIEW.height}`}
      className="block w-full"
      role="img"
      aria-label={`${section.profile.code} unfolded: ${panels
        .map((panel) => `${panel.text}, ${print(panel.width_mm, "length", system)} wide`)
        .join("; ")}`}
      data-section-unfolded=""
    >
      <defs>
        <pattern id="drop-hatch" width="7" height="7" patternUnits="userSpaceOnUse">
          <path d="M0 7 L7 0" stroke="var(--line-strong)" strokeWidth="0.8" />
        </pattern>
      </defs>
      {bands.map(({ panel, y, height }, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: panels keep their order
        <g key={i}>
          <rect x={leftEnd} y={y} width={rightEnd - leftEnd} height={height} fill="var(--face)" />
          {parted && <path d={dropOn(i, y, height)} fill="url(#drop-hatch)" />}
          <rect
            x={leftEnd}
            y={y}
            width={rightEnd - leftEnd}
            height={height}
            fill="none"
            stroke="var(--ink)"
          />
          <text
            x={leftEnd - 8}
            y={y + height / 2 - 1}
            textAnchor="end"
            fontSize="12"
            fill="var(--ink)"
          >
            {panel.text}
          </text>
          <text
            x={leftEnd - 8}
            y={y + height / 2 + 13}
            textAnchor="end"
            fontSize="12"
            fill="var(--ink-2)"
          >
            {print(panel.thickness_mm, "bore", system)}
          </text>
        </g>
      ))}
      {strokes.map((stroke) => (
        <path key={stroke.order} d={wasteOf(stroke)} fill="url(#drop-hatch)" />
      ))}
      {marked.map(({ stroke, index, spots, badge, apart }) => {
        return (
          <StrokeMark
            key={stroke.order}
            stroke={stroke}
            index={index}
            line={spots}
            badge={badge}
            numbered={apart}
            torch={torch}
            onPick={onPick}
          />
        );
      })}
      {running && tip && <TorchMark at={tip} away={{ x: 0.35, y: -0.94 }} slow={torch.slow} />}
      <g fontSize="12" fill="var(--ink-2)">
        {(parted || NOTCHED.includes(section.kind)) && (
          <text x={leftEnd} y={VIEW.height - 4}>
            {parted ? "drop" : "hatched: falls out"}
          </text>
        )}
        <text x={rightEnd} y={VIEW.height - 4} textAnchor="end">
          {short ? "piece; drawn shorter than it is" : "piece"}
        </text>
      </g>
    </svg>
  );
}
