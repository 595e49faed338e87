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
  /** The part with its leads fills the picture, where the plate would be mostly empty. */
  near?: boolean;
  label: string;
  className?: string;
};

/** Signs are drawn as if the whole were so many pixels across. */
const PIXELS = 620;

export function LaidPlate(props: Props) {
  const { layout, laid, picked, onPick, cutTo = 0, near = false, label, className } = props;
  const { plate, corner } = plateOf(layout, laid.paths);
  const { part } = layout;
  const seen = near ? plateOf({ part }, laid.paths) : { plate, corner };
  const view = wholeOf(seen.plate, seen.corner);
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
        part={partOf(part)}
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
