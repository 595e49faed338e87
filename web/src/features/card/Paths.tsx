/** A part that was laid out, on a run card: where its paths run, and what each takes, in order. */

import type { Schemas } from "@/api/client";
import { ABSENT } from "@/cut/model";
import { LaidPlate } from "@/draw/layout/laid-plate";
import { word } from "@/text";
import { fill } from "@/text/fill";
import { LAYOUT, pathName } from "@/text/layout";
import { Heads, Wide } from "@/ui/wide";
import { clock, print, type System } from "@/units";

/** As many paths as leave the card on one sheet; a part with more says how many in one row. */
const ROWS = 8;

type Props = { layout: Schemas["LayoutWire"]; laid: Schemas["PathsReply"] };

export function LaidPart({ layout, laid }: Props) {
  return (
    <LaidPlate
      layout={layout}
      laid={laid}
      picked={null}
      label={LAYOUT.onPlate}
      className="max-h-[270px] w-full print:max-h-[210px]"
    />
  );
}

type TableProps = { laid: Schemas["PathsReply"]; stopped: boolean; system: System };

/** The paths in order; of a part that must not be cut no heat and no time. */
export function PathTable({ laid, stopped, system }: TableProps) {
  const took = (seconds: number | null | undefined) =>
    stopped ? ABSENT : seconds == null ? "" : clock(seconds);
  const shown = laid.paths.slice(0, ROWS);
  const more = laid.paths.length - shown.length;
  const across = laid.drilled.map((one) => print(one.diameter_mm, "length", system));
  return (
    <div data-card-paths={laid.paths.length}>
      {across.length > 0 && (
        <p className="text-sm">
          {LAYOUT.drilled}: <strong>{across.join(", ")}</strong>
        </p>
      )}
      <Wide label="Paths in their order">
        <table className="w-full min-w-[480px] text-left text-sm print:text-xs">
          <thead>
            <tr className="border-b-2 border-ink text-xs">
              <Heads
                heads={[{ hidden: "order" }, "path", "start", "length", "stops", "heat", "time"]}
                className="pr-2 font-normal"
              />
            </tr>
          </thead>
          <tbody>
            {shown.map((path) => (
              <tr key={path.order} className="border-b border-line">
                <td className="pr-2 text-base font-bold">{path.order}</td>
                <td className="pr-2">
                  <strong>{pathName(path.of, path.index)}</strong>
                  {path.pivot_mm != null &&
                    `, ${LAYOUT.pivot} ${print(path.pivot_mm, "bore", system)}`}
                </td>
                <td className="pr-2">{word(path.start)}</td>
                <td className="pr-2">{print(path.burnt_mm, "length", system)}</td>
                <td className="pr-2">
                  {[
                    ...path.stops_mm.map((stop) => print(stop, "length", system)),
                    ...path.tabs.map(
                      (tie) => `${LAYOUT.tie} ${print(tie.from_mm, "length", system)}`,
                    ),
                  ].join(", ") || "none"}
                </td>
                <td className="pr-2">{took(path.preheat_s)}</td>
                <td className="pr-2">{took(path.time_s)}</td>
              </tr>
            ))}
            {more > 0 && (
              <tr>
                <td colSpan={7} className="text-xs">
                  {fill(LAYOUT.morePaths, { count: more })}
                </td>
              </tr>
            )}
          </tbody>
        </table>
      </Wide>
    </div>
  );
}
