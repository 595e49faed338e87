/** The path at hand of a part that was laid out: where it runs, how it begins, and what is cut already. */

import { ByHand } from "@/cut/layout/PathList";
import { LaidPlate } from "@/draw/layout/laid-plate";
import { sentence, word } from "@/text";
import { fill } from "@/text/fill";
import { LAYOUT, pathName } from "@/text/layout";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";
import type { Cut } from "../model";

export function PathAhead({ cut, order }: { cut: Cut; order: number }) {
  const { system } = usePreferences();
  const { layout } = cut.request;
  const laid = cut.plan.layout;
  const path = laid?.paths.find((each) => each.order === order);
  if (!layout || !laid || !path) return null;
  const drilled = laid.drilled.map((one) => print(one.diameter_mm, "length", system));
  return (
    <div className="flex flex-col gap-2" data-path-ahead={order}>
      <div className="grid items-center gap-4 md:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <div className="flex flex-col gap-2 text-xl">
          <p className="text-2xl leading-tight font-bold">
            {order} / {laid.paths.length}: {pathName(path.of, path.index)},{" "}
            {print(path.burnt_mm, "length", system)}
          </p>
          <p>
            Start: {word(path.start)}.{" "}
            {sentence("notes", path.why_note.code, path.why_note.values, system, path.why)}
          </p>
          {path.tabs.length > 0 && (
            <p className="font-bold" data-ties={path.tabs.length}>
              {fill(LAYOUT.ties, { n: path.tabs.length })}. {LAYOUT.tieSteps}
            </p>
          )}
          {order === 1 && drilled.length > 0 && (
            <p className="font-bold text-caution">
              {LAYOUT.drilled}: {drilled.join(", ")}
            </p>
          )}
        </div>
        <LaidPlate
          layout={layout}
          laid={laid}
          picked={order}
          cutTo={order - 1}
          label={LAYOUT.onPlate}
          className="max-h-[34vh] w-full"
          near
        />
      </div>
      {path.by_hand.length > 0 && (
        <div className="text-xl">
          <ByHand steps={path.by_hand} />
        </div>
      )}
    </div>
  );
}
