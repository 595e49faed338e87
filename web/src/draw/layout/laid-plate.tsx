/** A part that was laid out, to scale and at rest: on the bench, on a card, at the torch. */
import type { Schemas } from "@/api/client";
import { partOf, plateOf, wholeOf } from "./laid";
import { Plate } from "./plate";

type Props = {
  layout: Schemas["LayoutWire"];
  laid: Schemas["PathsReply"];
  /** The path that is looked at, by its order. */
  picked: number | null;
  onPick?: (order: number) => void;
  /** Paths up to this one are cut. */
  cutTo?: number;
  label: string;
  className?: string;
};

/** Signs are drawn as if the whole were so many pixels across. */
const PIXELS = 620;

export function LaidPlate({ layout, laid, picked, onPick, cutTo = 0, label, className }: Props) {
  const { plate, corner } = plateOf(layout, laid.paths);
  const view = wholeOf(plate, corner);
  return (
    <svg
      viewBox={`${view.x} ${view.y} ${view.width} ${view.height}`}
      className={className}
      role="img"
      aria-label={label}
      data-laid={laid.paths.length}
    >
      <Plate
        plate={plate}
        corner={corner}
        part={partOf(layout.part)}
        laid={laid}
        view={view}
        u={Math.max(view.width / PIXELS, view.height / (0.75 * PIXELS))}
        picked={picked}
        onPick={onPick ?? (() => undefined)}
        done={(order) => (order <= cutTo ? 1 : 0)}
        torch={null}
        fault={null}
      />
    </svg>
  );
}
