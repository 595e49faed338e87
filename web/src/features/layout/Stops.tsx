/** What is done with the stops and the start of the path that is looked at. */
import type { Schemas } from "@/api/client";
import { LAYOUT } from "@/text/layout";
import { Button } from "@/ui/button";
import { type Asked, startKey } from "./model";
import { oneMore, stopsOf, withStops } from "./stops";

type Props = {
  asked: Asked;
  path: Schemas["PathWire"];
  onChange: (asked: Asked) => void;
  onBestStart: () => void;
};

export function Stops({ asked, path, onChange, onBestStart }: Props) {
  const key = startKey(path.of, path.index);
  const stops = (places: { x_mm: number; y_mm: number }[] | null) =>
    onChange(withStops(asked, path, places));
  return (
    <div className="flex flex-wrap gap-2" data-stops={path.stops_mm.length}>
      <Button onClick={() => stops(oneMore(path, asked.plate))}>{LAYOUT.addStop}</Button>
      {path.stops_mm.length > 0 && (
        <Button onClick={() => stops(stopsOf(path, asked.plate).slice(0, -1))}>
          {LAYOUT.dropStop}
        </Button>
      )}
      {asked.stops[key] !== undefined && (
        <Button onClick={() => stops(null)}>{LAYOUT.stopsByReach}</Button>
      )}
      {asked.starts[key] !== undefined && <Button onClick={onBestStart}>{LAYOUT.bestStart}</Button>}
    </div>
  );
}
