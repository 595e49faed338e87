/** Edges that were kept: what was seen, what it was taken for, what it turned out to be, the photos. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { Failed } from "@/ui/states";
import { Undo } from "@/ui/undo";
import { Edge } from "./Edge";

type Diagnosis = Schemas["KeptDiagnosis"];

export function PastEdges({
  lineId,
  empty,
  onAgain,
}: {
  /** Of one cut; of all where null. */
  lineId: string | null;
  /** What stands here while nothing was kept. */
  empty?: React.ReactNode;
  onAgain?: (diagnosis: Diagnosis) => void;
}) {
  const queries = useQueryClient();
  const [deleted, setDeleted] = useState<Diagnosis | null>(null);
  const kept = useQuery({
    queryKey: keys.kept(lineId),
    queryFn: () =>
      data(
        api.GET("/api/v1/diagnoses", {
          params: { query: lineId === null ? {} : { job_line_id: lineId } },
        }),
      ),
  });
  const findings = useQuery({
    queryKey: keys.findings,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/edge/findings")),
  });
  const causes = useQuery({
    queryKey: keys.causes,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/edge/causes")),
  });
  const refresh = () => queries.invalidateQueries({ queryKey: keys.allKept });
  const settle = useMutation({
    mutationFn: ({ diagnosis, settled }: { diagnosis: Diagnosis; settled: string }) =>
      data(
        api.PATCH("/api/v1/diagnoses/{id}", {
          params: { path: { id: diagnosis.id } },
          body: { version: diagnosis.version, settled },
        }),
      ),
    onSettled: refresh,
  });
  const remove = useMutation({
    mutationFn: (diagnosis: Diagnosis) =>
      data(
        api.DELETE("/api/v1/diagnoses/{id}", {
          params: { path: { id: diagnosis.id } },
          body: { version: diagnosis.version },
        }),
      ),
    onSuccess: setDeleted,
    onSettled: refresh,
  });
  const restore = useMutation({
    mutationFn: (diagnosis: Diagnosis) =>
      data(
        api.POST("/api/v1/diagnoses/{id}/restore", {
          params: { path: { id: diagnosis.id } },
          body: { version: diagnosis.version },
        }),
      ),
    onSuccess: () => setDeleted(null),
    onSettled: refresh,
  });
  const failure = kept.error ?? settle.error ?? remove.error ?? restore.error;
  const words = (code: string) =>
    findings.data?.findings.find((each) => each.code === code)?.text ?? code;
  const all = kept.data?.diagnoses ?? [];
  return (
    <div className="flex flex-col gap-3">
      {failure && <Failed error={failure} />}
      {deleted !== null && (
        <Undo
          what="Edge deleted."
          onUndo={() => restore.mutate(deleted)}
          onDismiss={() => setDeleted(null)}
        />
      )}
      {kept.data && all.length === 0 && empty}
      {lineId !== null && all.length > 0 && (
        <h2 className="text-base font-semibold">Poor edges kept of this cut</h2>
      )}
      <ul className="grid gap-3 md:grid-cols-2 xl:grid-cols-3">
        {all.map((each) => (
          <Edge
            key={each.diagnosis.id}
            kept={each}
            words={words}
            causes={causes.data?.causes ?? []}
            onSettle={(settled) => settle.mutate({ diagnosis: each.diagnosis, settled })}
            onDelete={() => remove.mutate(each.diagnosis)}
            onAgain={onAgain && (() => onAgain(each.diagnosis))}
            withCut={lineId === null}
          />
        ))}
      </ul>
    </div>
  );
}
