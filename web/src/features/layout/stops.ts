/** Where a hand stops on a path: by its reach, or where a person wants to. Pure. */
import type { Schemas } from "@/api/client";
import { along } from "@/draw/dry-run";
import { lengthOf, points } from "@/draw/layout/geometry";
import { type Asked, startKey } from "./model";

type Path = Pick<Schemas["PathWire"], "of" | "index" | "contour" | "stops_mm">;
type Place = { x_mm: number; y_mm: number };

/** The stops of a path as places, from the part's lower left. */
export function stopsOf(path: Path, plate: Asked["plate"]): Place[] {
  const way = points(path.contour);
  const length = lengthOf(way);
  return path.stops_mm.map((stop) => {
    const { x, y } = along(way, stop / length);
    return { x_mm: x - plate.x_mm, y_mm: -y - plate.y_mm };
  });
}

/** The asked with a path's stops where a person wants them; `null`: where the hand's reach puts them. */
export function withStops(
  asked: Asked,
  path: Pick<Path, "of" | "index">,
  places: Place[] | null,
): Asked {
  const { [startKey(path.of, path.index)]: _, ...others } = asked.stops;
  return {
    ...asked,
    stops: places === null ? others : { ...others, [startKey(path.of, path.index)]: places },
  };
}

/** The stops of a path with one more, in the middle of its longest stretch. */
export function oneMore(path: Path, plate: Asked["plate"]): Place[] {
  const length = lengthOf(points(path.contour));
  const ends = [0, ...path.stops_mm, length];
  const stretches = ends.slice(1).map((to, i) => ({ from: ends[i] ?? 0, to }));
  const longest = stretches.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a));
  const stop = (longest.from + longest.to) / 2;
  return stopsOf({ ...path, stops_mm: [...path.stops_mm, stop].sort((a, b) => a - b) }, plate);
}
