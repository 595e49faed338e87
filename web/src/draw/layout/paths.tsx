/** The paths of a layout on the plate: kerf as wide as it is, leads, starts, stops, numbers. */
import type { Schemas } from "@/api/client";
import { along, cut, type Spot } from "../dry-run";
import { d, lengthOf, points, spot } from "./geometry";
import { PathNumber, Sign } from "./signs";

type Path = Schemas["PathWire"];

/** Points of a line as the commands of a path. */
export function line(spots: readonly Spot[]): string {
  return spots.map(({ x, y }, i) => `${i === 0 ? "M" : "L"}${x} ${y}`).join(" ");
}

/** What of a path is burnt, as commands: all of it, its arcs kept, or the pieces between its ties. */
export function pieces(path: Pick<Path, "contour" | "tabs">, way: Spot[]): string[] {
  if (path.tabs.length === 0) return [d(path.contour)];
  const length = lengthOf(way);
  const ends = [...path.tabs.map((tie) => tie.from_mm), length];
  return [0, ...path.tabs.map((tie) => tie.to_mm)].map((from, i) =>
    line(cut(way, from / length, (ends[i] ?? length) / length)),
  );
}

/** Where a path's number stands: off its start, away from the path's own beginning. */
function badge(path: Path, u: number): Spot {
  const [first, next] = [path.lead_in[0], path.lead_in[1] ?? path.contour.start];
  if (first === undefined) return spot(path.contour.start);
  const [from, to] = [spot(first), spot(next)];
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  return {
    x: from.x + ((from.x - to.x) / length) * 16 * u,
    y: from.y + ((from.y - to.y) / length) * 16 * u,
  };
}

type Props = {
  path: Path;
  kerf: number;
  u: number;
  /** How far the torch has come along it, 0 to 1. */
  done: number;
  picked: boolean;
  onPick: () => void;
};

export function CutPath({ path, kerf, u, done, picked, onPick }: Props) {
  const start = path.lead_in[0] === undefined ? spot(path.contour.start) : spot(path.lead_in[0]);
  const way = points(path.contour);
  const length = lengthOf(way);
  return (
    // the list beside the plate holds the same paths as buttons
    // biome-ignore lint/a11y/noStaticElementInteractions: as above
    <g onClick={onPick} className="cursor-pointer" data-path={path.order}>
      <path d={d(path.contour)} fill="none" stroke="transparent" strokeWidth={14 * u} />
      {picked && (
        <path
          d={d(path.contour)}
          fill="none"
          stroke="var(--accent)"
          strokeOpacity="0.35"
          strokeWidth={kerf + 9 * u}
        />
      )}
      {pieces(path, way).map((piece) => (
        <path
          key={piece}
          d={piece}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={Math.max(kerf, 1.2 * u)}
          strokeLinejoin="round"
        />
      ))}
      {[path.lead_in, path.lead_out, ...path.tabs.map((tie) => tie.lead_in)].map((lead) => (
        <path
          key={lead.join(" ")}
          d={line(lead.map(spot))}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={Math.max(kerf, 1.2 * u)}
          strokeOpacity="0.7"
        />
      ))}
      {done > 0 && (
        <path
          d={line(cut(way, 0, done))}
          fill="none"
          stroke="var(--heat-orange)"
          strokeWidth={Math.max(kerf, 2.4 * u)}
        />
      )}
      <Heading way={way} u={u} />
      {path.stops_mm.map((stop) => (
        <Sign key={stop} kind="stop" at={along(way, stop / length)} u={u} />
      ))}
      {path.tabs.map((tie) => (
        <g key={tie.from_mm} data-tie="">
          <Sign kind="tie" at={along(way, (tie.from_mm + tie.to_mm) / 2 / length)} u={u} />
          <Sign kind="pierce" at={spot(tie.lead_in[0] ?? path.contour.start)} u={0.7 * u} />
        </g>
      ))}
      <Sign kind={path.start} at={start} u={u} />
      <PathNumber at={badge(path, u)} u={u} done={done >= 1}>
        {String(path.order)}
      </PathNumber>
    </g>
  );
}

/** An arrow on the way it goes, a little past its beginning. */
function Heading({ way, u }: { way: Spot[]; u: number }) {
  const at = along(way, 0.3);
  // never larger than what it stands on
  const size = Math.min(7 * u, lengthOf(way) / 20);
  const [dx, dy] = [at.dx * size, at.dy * size];
  const arrow = `M${at.x - dx - dy * 0.7} ${at.y - dy + dx * 0.7} L${at.x + dx} ${at.y + dy} L${at.x - dx + dy * 0.7} ${at.y - dy - dx * 0.7}`;
  return (
    <>
      <path d={arrow} fill="none" stroke="var(--sheet)" strokeWidth={0.64 * size} />
      <path
        d={arrow}
        fill="none"
        stroke="var(--accent)"
        strokeWidth={0.32 * size}
        strokeLinejoin="round"
      />
    </>
  );
}
