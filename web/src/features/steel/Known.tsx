/** A steel whose grade or mill sheet is known. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { v7 } from "uuid";
import { ApiFailure, api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { useOnBench } from "@/cut";
import { refusal, SCREEN } from "@/text";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { useKept } from "@/ui/kept";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { Failed, Loading } from "@/ui/states";
import { type Asked, cutOf, steelOf } from "./asked";
import { CompositionRules } from "./Composition";
import { Verdict } from "./Judged";

/** In place of a grade: the mill sheet is typed. */
const OWN = "own";

export function Known() {
  const { system } = usePreferences();
  const navigate = useNavigate();
  const [, setOnBench] = useOnBench();
  const [asked, setAsked] = useKept<Asked>("galvanon.steel.asked", {
    thickness: 19.05,
    grade: "A36",
    parts: {},
  });
  const reference = useQuery({
    queryKey: keys.reference,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/reference")),
  });
  const body = steelOf(asked);
  const judged = useQuery({
    queryKey: keys.cuttability(body),
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => data(api.POST("/api/v1/steel/cuttability", { body })),
  });
  if (reference.isPending) return <Loading what="Opening the grades" />;
  if (reference.error)
    return <Failed error={reference.error} onRetry={() => void reference.refetch()} />;
  const failure = judged.error instanceof ApiFailure ? judged.error : null;
  const parts = asked.grade === null ? asked.parts : (judged.data?.composition_percent ?? {});
  const grades = [
    { value: OWN, text: "by its mill sheet" },
    ...reference.data.grades.map((grade) => ({ value: grade.grade, text: grade.title })),
  ];
  const thickness = failure?.fields.find((field) => field.path === "thickness_mm");
  return (
    <div className="grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_360px]">
      <div className="flex min-w-0 flex-col gap-3">
        <div className="grid gap-3 sm:grid-cols-[1fr_150px_auto] sm:items-end">
          <Choice
            label="Grade"
            value={asked.grade ?? OWN}
            options={grades}
            onChange={(next) =>
              setAsked(next === OWN ? { ...asked, grade: null, parts } : { ...asked, grade: next })
            }
          />
          <MeasureField
            label="Thickness"
            kind="length"
            value={asked.thickness}
            error={thickness === undefined ? undefined : refusal(thickness, system)}
            onCommit={(next) => setAsked({ ...asked, thickness: next })}
          />
          <Button
            onClick={() => {
              setOnBench({ key: v7(), ...cutOf(asked, system) });
              void navigate({ to: "/" });
            }}
          >
            Plan a cut of it
          </Button>
        </div>
        {asked.grade !== null && <p className="text-xs text-ink-2">{SCREEN.typical}</p>}
        <CompositionRules
          alloys={reference.data.alloys}
          parts={parts}
          onChange={(element, percent) => {
            const { [element]: _, ...rest } = parts;
            const next = percent === null ? rest : { ...rest, [element]: percent };
            setAsked({ ...asked, grade: null, parts: next });
          }}
        />
        {failure?.fields
          .filter((field) => field.path !== "thickness_mm")
          .map((field) => (
            <p key={field.path} className="text-sm text-stop" data-problem="">
              {refusal(field, system)}
            </p>
          ))}
        {failure && failure.fields.length === 0 && <Failed error={failure} />}
      </div>
      {judged.data && <Verdict judged={judged.data} />}
    </div>
  );
}
