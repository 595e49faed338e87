/** A measured edge: its ranges by ISO 9013, what structural codes ask, what is to be done. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { ApiFailure, api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { MeasureScene } from "@/draw/measure";
import { refusal, SCREEN } from "@/text";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { useKept } from "@/ui/kept";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { Failed } from "@/ui/states";
import type { Kind } from "@/units";
import {
  askedOf,
  FIELDS,
  FLAGS,
  type Measure,
  type Measures,
  PLAIN,
  rangeWords,
  SLAG,
} from "./grade";
import { Rules, Verdict } from "./Judged";

const HOW = [
  { scene: "square", text: SCREEN.measureSquare },
  { scene: "strip", text: SCREEN.measureStrip },
  { scene: "groove", text: SCREEN.measureGroove },
] as const;

export function Grade() {
  const { system } = usePreferences();
  const [now, setNow] = useKept<Measures>("galvanon.edge.grade", PLAIN);
  const body = askedOf(now);
  const grade = useQuery({
    queryKey: keys.grade(body),
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => data(api.POST("/api/v1/edge/grade", { body })),
  });
  const failure = grade.error instanceof ApiFailure ? grade.error : null;
  const problem = (path: string) => {
    const found = failure?.fields.find((field) => field.path === path);
    return found === undefined ? undefined : refusal(found, system);
  };
  const field = (key: Measure, label: string, kind: Kind) => (
    <MeasureField
      key={key}
      label={label}
      kind={kind}
      value={now[key]}
      error={problem(key)}
      onCommit={(value) => setNow({ ...now, [key]: value })}
      {...(key === "thickness_mm" ? {} : { onClear: () => setNow({ ...now, [key]: null }) })}
    />
  );
  return (
    <div className="grid items-start gap-5 lg:grid-cols-2">
      <div className="flex flex-col gap-3">
        <div className="grid grid-cols-2 items-start gap-3 sm:grid-cols-3">
          {field("thickness_mm", "Thickness", "length")}
          <div>
            {field("perpendicularity_mm", "Out of square, u", "bore")}
            <p className="text-sm font-semibold" data-grade="perpendicularity">
              {rangeWords(now.perpendicularity_mm, grade.data?.perpendicularity_range, 5)}
            </p>
          </div>
          <div>
            {field("roughness_rz5_um", "Roughness Rz5, µm", "ratio")}
            <p className="text-sm font-semibold" data-grade="roughness">
              {rangeWords(now.roughness_rz5_um, grade.data?.roughness_range, 4)}
            </p>
          </div>
          {FIELDS.map(({ key, label, kind }) => field(key, label, kind))}
          <Choice
            label="Slag on the bottom edge"
            value={now.slag}
            options={SLAG}
            onChange={(slag) => setNow({ ...now, slag })}
          />
        </div>
        <div className="flex flex-col gap-1 text-sm">
          {FLAGS.map(({ key, text }) => (
            <label key={key} className="flex min-h-9 items-center gap-2">
              <input
                type="checkbox"
                checked={now[key]}
                onChange={(event) => setNow({ ...now, [key]: event.target.checked })}
                className="size-5 accent-(--accent)"
              />
              {text}
            </label>
          ))}
        </div>
        <Button className="self-start" onClick={() => setNow(PLAIN)}>
          Next edge
        </Button>
        <ul className="grid gap-3 sm:grid-cols-3" aria-label="How to measure">
          {HOW.map(({ scene, text }) => (
            <li key={scene} className="rounded-md border border-line bg-sheet p-2 text-xs">
              <MeasureScene scene={scene} />
              {text}
            </li>
          ))}
        </ul>
      </div>
      <div className="flex flex-col gap-4">
        <h2 className="text-lg font-semibold">What to do with it</h2>
        {failure && failure.fields.length === 0 && <Failed error={failure} />}
        {grade.data && <Verdict grade={grade.data} />}
        {grade.data && <Rules grade={grade.data} />}
      </div>
    </div>
  );
}
