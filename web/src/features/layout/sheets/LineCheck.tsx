/** Is the line on the plate straight? Offsets from a straightedge, held against what the edge is for. */
import { useQuery } from "@tanstack/react-query";
import { Plus, X } from "lucide-react";
import { ApiFailure, api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { options, refused } from "@/text";
import { LAYOUT } from "@/text/layout";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { useKept } from "@/ui/kept";
import { MeasureField } from "@/ui/measure-field";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";

type Place = { at_mm: number; off_mm: number };
type Measured = { places: Place[]; quality: string };

const USUAL: Measured = {
  places: [
    { at_mm: 0, off_mm: 0 },
    { at_mm: 304.8, off_mm: 0 },
    { at_mm: 609.6, off_mm: 0 },
  ],
  quality: "standard",
};
/** The next place stands as far on as the last two are apart. */
const next = (places: readonly Place[]): Place => {
  const [last, before] = [places.at(-1)?.at_mm ?? 0, places.at(-2)?.at_mm ?? 0];
  return { at_mm: last + Math.max(last - before, 25.4), off_mm: 0 };
};

export function LineCheck() {
  const { system } = usePreferences();
  const [measured, setMeasured] = useKept<Measured>("galvanon.layout.line", USUAL);
  const { places, quality } = measured;
  const body = { offsets: places, quality };
  const found = useQuery({
    queryKey: keys.lineCheck(body),
    retry: false,
    queryFn: () => data(api.POST("/api/v1/layout/line-check", { body })),
  });
  const change = (i: number, place: Place) =>
    setMeasured({ ...measured, places: places.map((one, at) => (at === i ? place : one)) });
  const say = (mm: number) => print(mm, "gap", system);
  return (
    <section aria-label={LAYOUT.lineCheck} className="flex flex-col gap-2" data-line-check="">
      <ul className="grid gap-x-4 gap-y-1 sm:grid-cols-2">
        {places.map((place, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: places have no other name than their place in the list
          <li key={i} className="grid grid-cols-[1fr_1fr_auto] items-start gap-1">
            <MeasureField
              label={LAYOUT.along}
              value={place.at_mm}
              kind="length"
              onCommit={(at_mm) => change(i, { ...place, at_mm })}
            />
            <MeasureField
              label={LAYOUT.off}
              value={place.off_mm}
              kind="gap"
              onCommit={(off_mm) => change(i, { ...place, off_mm })}
            />
            <Button
              look="bare"
              className="mt-4.5"
              aria-label={`${LAYOUT.dropPlace} ${i + 1}`}
              onClick={() =>
                setMeasured({ ...measured, places: places.filter((_, at) => at !== i) })
              }
            >
              <X size={16} aria-hidden="true" />
            </Button>
          </li>
        ))}
      </ul>
      <span className="flex flex-wrap items-end gap-2">
        <Button onClick={() => setMeasured({ ...measured, places: [...places, next(places)] })}>
          <Plus size={16} aria-hidden="true" /> {LAYOUT.addPlace}
        </Button>
        <Choice
          label={LAYOUT.quality}
          value={quality}
          options={options(["fine", "standard", "severance"])}
          onChange={(value) => setMeasured({ ...measured, quality: value })}
        />
      </span>
      {found.data !== undefined && (
        <div data-line={found.data.accept ? "good" : "bad"}>
          <Notice level={found.data.accept ? "ok" : "caution"}>
            {found.data.accept ? LAYOUT.lineGood : LAYOUT.lineBad} {LAYOUT.worst}{" "}
            {say(found.data.worst_mm)}, {LAYOUT.tilt.toLowerCase()}{" "}
            {print(found.data.tilt_deg, "angle", system)}, {LAYOUT.bow.toLowerCase()}{" "}
            {say(found.data.bow_mm)}.
          </Notice>
        </div>
      )}
      {found.error instanceof ApiFailure && (
        <p className="text-sm text-stop">{refused(found.error, system)[0]}</p>
      )}
    </section>
  );
}
