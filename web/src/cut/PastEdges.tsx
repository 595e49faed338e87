/** Edges that were kept: what was seen, what it was taken for, what it turned out to be, the photos. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { word } from "@/text";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { GasBadge } from "@/ui/gas-badge";
import { Failed } from "@/ui/states";
import { Undo } from "@/ui/undo";

type Kept = Schemas["KeptView"];
type Diagnosis = Schemas["KeptDiagnosis"];

const OPEN = "open";

/** The day of a diagnosis, as one says it. */
const day = (moment: string) =>
  new Date(moment).toLocaleDateString("en", { day: "numeric", month: "short" });

function Photos({ photos }: { photos: Kept["photos"] }) {
  if (photos.length === 0) return null;
  return (
    <span className="flex flex-wrap gap-1.5">
      {photos.map((photo, i) => (
        <a key={photo.id} href={`/api/v1/photos/${photo.id}`} target="_blank" rel="noreferrer">
          <img
            src={`/api/v1/photos/${photo.id}/small`}
            alt={`Edge ${i + 1} of ${photos.length}`}
            className="h-24 w-32 rounded-sm border border-line object-cover"
          />
        </a>
      ))}
    </span>
  );
}

/** The causes it was taken for, the likeliest first. */
function guesses(diagnosis: Diagnosis): string {
  const causes = diagnosis.causes as unknown as { code: string; probability: number }[];
  const likely = causes.filter((cause) => cause.probability > 0.1).slice(0, 3);
  return likely.map((it) => `${word(it.code)} ${Math.round(100 * it.probability)} %`).join(" · ");
}

function Edge({
  kept,
  words,
  causes,
  onSettle,
  onDelete,
  onAgain,
  withCut,
}: {
  kept: Kept;
  words: (code: string) => string;
  causes: readonly Schemas["CauseWire"][];
  onSettle: (settled: string) => void;
  onDelete: () => void;
  onAgain?: (() => void) | undefined;
  /** Says which cut it was; not where it stands at that cut. */
  withCut: boolean;
}) {
  const { diagnosis } = kept;
  const seen = [
    ...diagnosis.present.map(words),
    ...diagnosis.absent.map((code) => `not: ${words(code)}`),
  ];
  return (
    <li
      className="flex flex-col gap-2 rounded-md border border-line bg-sheet p-3"
      data-kept={diagnosis.id}
    >
      <p className="flex flex-wrap items-center gap-x-2 text-sm text-ink-2">
        <strong className="text-ink">{day(diagnosis.happened_at)}</strong>
        {diagnosis.fuel != null && <GasBadge gas={diagnosis.fuel} />}
        {withCut && kept.job_id != null && kept.cut != null && (
          <Link
            to="/jobs/$jobId"
            params={{ jobId: kept.job_id }}
            search={diagnosis.job_line_id == null ? {} : { line: diagnosis.job_line_id }}
            className="text-accent underline"
          >
            {kept.cut}
          </Link>
        )}
        {withCut && kept.job_name}
      </p>
      <p className="text-base" data-verdict>
        {diagnosis.settled === "" ? (
          <>
            <strong>Open.</strong> Taken for: {guesses(diagnosis)}
          </>
        ) : (
          <strong className="inline-block first-letter:uppercase">{word(diagnosis.settled)}</strong>
        )}
      </p>
      <p className="text-sm">{seen.join("; ")}</p>
      {diagnosis.note !== "" && <p className="text-sm italic">“{diagnosis.note}”</p>}
      <Photos photos={kept.photos} />
      <div className="mt-auto flex flex-wrap items-end gap-2">
        <Choice
          label="Turned out to be"
          value={diagnosis.settled === "" ? OPEN : diagnosis.settled}
          options={[
            { value: OPEN, text: "not known yet" },
            ...causes.map(({ code }) => ({ value: code, text: word(code) })),
          ]}
          onChange={(code) => onSettle(code === OPEN ? "" : code)}
        />
        {onAgain && <Button onClick={onAgain}>Ask again</Button>}
        <Button look="bare" onClick={onDelete}>
          Delete
        </Button>
      </div>
    </li>
  );
}

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
