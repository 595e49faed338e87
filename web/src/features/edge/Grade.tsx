/** A measured edge: its ranges by ISO 9013, and what structural codes ask. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ApiFailure, api, data } from "@/api/client";
import { refusal, SCREEN } from "@/text";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";

export function Grade() {
  const { system } = usePreferences();
  const [thickness, setThickness] = useState(19.05);
  const [square, setSquare] = useState<number | null>(null);
  const [rough, setRough] = useState<number | null>(null);
  const body = {
    thickness_mm: thickness,
    perpendicularity_mm: square,
    roughness_rz5_um: rough,
  };
  const grade = useQuery({
    queryKey: ["grade", body],
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => data(api.POST("/api/v1/edge/grade", { body })),
  });
  const failure = grade.error instanceof ApiFailure ? grade.error : null;
  const problem = (path: string) => {
    const found = failure?.fields.find((field) => field.path === path);
    return found === undefined ? undefined : refusal(found, system);
  };
  const range = (given: number | null, found: number | null | undefined, last: number) =>
    given === null ? "not measured" : found == null ? `beyond range ${last}` : `range ${found}`;
  return (
    <section aria-labelledby="grade" className="flex flex-col gap-3">
      <h2 id="grade" className="text-lg font-semibold">
        Grade a measured edge
      </h2>
      <div className="grid gap-3 sm:grid-cols-3">
        <MeasureField
          label="Thickness"
          kind="length"
          value={thickness}
          error={problem("thickness_mm")}
          onCommit={setThickness}
        />
        <div>
          <MeasureField
            label="Out of square, u"
            kind="bore"
            value={square}
            error={problem("perpendicularity_mm")}
            onCommit={setSquare}
          />
          <p className="text-sm font-semibold" data-grade="perpendicularity">
            {range(square, grade.data?.perpendicularity_range, 5)}
          </p>
        </div>
        <div>
          <MeasureField
            label="Roughness Rz5, µm"
            kind="ratio"
            value={rough}
            error={problem("roughness_rz5_um")}
            onCommit={setRough}
          />
          <p className="text-sm font-semibold" data-grade="roughness">
            {range(rough, grade.data?.roughness_range, 4)}
          </p>
        </div>
      </div>
      <p className="text-xs text-ink-2">{SCREEN.measureEdge}</p>
      {grade.data && (
        <details className="rounded-md border border-line bg-sheet px-3 py-2">
          <summary className="cursor-pointer text-sm font-semibold">
            What structural codes ask: check the edition your contract names
          </summary>
          <ul className="mt-2 flex flex-col gap-2 text-sm">
            {grade.data.rules.map((rule) => (
              <li key={`${rule.rule} ${rule.applies_to}`}>
                <strong>{rule.rule.replaceAll("_", " ")}</strong>, {rule.applies_to}: {rule.limit}.{" "}
                <span className="text-ink-2">
                  Beyond: {rule.repair}. {rule.clause} (from memory)
                </span>
              </li>
            ))}
          </ul>
          <p className="mt-2 text-xs text-ink-2">{grade.data.source}</p>
        </details>
      )}
    </section>
  );
}
