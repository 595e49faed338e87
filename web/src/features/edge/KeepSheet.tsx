/** Keeps a diagnosis: the cut it belongs to, what it turned out to be, a note, photos. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { v7 } from "uuid";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeJob } from "@/api/lists";
import { SCREEN } from "@/text";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { FilePick } from "@/ui/file-pick";
import { useKept } from "@/ui/kept";
import { NoteField } from "@/ui/note-field";
import { Sheet } from "@/ui/sheet";
import { Failed } from "@/ui/states";
import type { Answers, Of } from "./model";
import { addPhoto } from "./photos";

const NONE = "none";

/** A file that was picked, and why it was refused, if it was. */
type Picked = { id: string; file: File; problem: string | null; there: boolean };

export function KeepSheet({
  answers,
  causes,
  of,
  onClose,
  onKept,
}: {
  answers: Answers;
  /** The likely causes, to pick the true one from. */
  causes: readonly Schemas["SuspectWire"][];
  /** The cut it was asked from. */
  of: Of | null;
  onClose: () => void;
  onKept: () => void;
}) {
  const queries = useQueryClient();
  // one id for all tries: what went through is not kept twice
  const [id] = useState(() => v7());
  const [when] = useState(() => new Date().toISOString());
  const [jobId, setJobId] = useState(NONE);
  const [lineId, setLineId] = useState(NONE);
  const [settled, setSettled] = useState(NONE);
  const [note, setNote] = useKept("galvanon.edge.keep.note", "");
  const [photos, setPhotos] = useState<readonly Picked[]>([]);
  const jobs = useQuery({ queryKey: keys.jobs, queryFn: () => data(api.GET("/api/v1/jobs")) });
  const job = useQuery({
    queryKey: keys.job(jobId),
    enabled: jobId !== NONE,
    queryFn: () => wholeJob(jobId),
  });
  const kept = useQuery({
    queryKey: keys.kept(null),
    queryFn: () => data(api.GET("/api/v1/diagnoses", { params: { query: {} } })),
  });

  const save = useMutation({
    mutationFn: async () => {
      const body = {
        happened_at: when,
        job_line_id: of !== null ? of.lineId : lineId === NONE ? null : lineId,
        plan_id: answers.plan_id ?? null,
        burn_id: answers.burn_id ?? null,
        fuel: answers.fuel ?? null,
        present: answers.present,
        absent: answers.absent,
        settled: settled === NONE ? "" : settled,
        note,
      };
      await data(api.PUT("/api/v1/diagnoses/{id}", { params: { path: { id } }, body }));
      const sent = await Promise.all(
        photos.map(async (photo) => {
          if (photo.there) return photo;
          try {
            await addPhoto(id, photo.id, photo.file, kept.data?.photo);
            return { ...photo, there: true, problem: null };
          } catch (problem) {
            return { ...photo, problem: problem instanceof Error ? problem.message : "" };
          }
        }),
      );
      setPhotos(sent);
      return sent.every((photo) => photo.there);
    },
    onSuccess: async (all) => {
      // a first load under way would be taken for the answer: it was asked before this was kept
      await queries.cancelQueries({ queryKey: keys.allKept });
      await queries.invalidateQueries({ queryKey: keys.allKept });
      if (!all) return;
      setNote("");
      onClose();
      onKept();
    },
  });
  const failure = save.error instanceof ApiFailure ? save.error : null;
  const lines = job.data?.lines ?? [];
  return (
    <Sheet open onClose={onClose} title="Keep this edge">
      <div className="flex flex-col gap-4" data-keep="">
        <p className="text-sm text-ink-2">{SCREEN.keepLead}</p>
        {of !== null && (
          <p className="text-sm">
            Of the cut <strong>{of.cut}</strong>
          </p>
        )}
        {of === null && (
          <Choice
            label="Job"
            value={jobId}
            options={[
              { value: NONE, text: "none" },
              ...(jobs.data?.jobs ?? []).map((each) => ({
                value: each.job.id,
                text: each.job.name,
              })),
            ]}
            onChange={(next) => {
              setJobId(next);
              setLineId(NONE);
            }}
          />
        )}
        {of === null && lines.length > 0 && (
          <Choice
            label="Cut"
            value={lineId}
            options={[
              { value: NONE, text: "not said" },
              ...lines.map((each) => ({ value: each.line.id, text: each.line.typed })),
            ]}
            onChange={setLineId}
          />
        )}
        <Choice
          label="What it turned out to be"
          value={settled}
          options={[
            { value: NONE, text: "not known yet" },
            ...causes.map((each) => ({ value: each.code, text: each.text })),
          ]}
          onChange={setSettled}
        />
        <NoteField value={note} onChange={setNote} />
        <div className="flex flex-col gap-1.5">
          <FilePick
            label="Add a photo"
            accept="image/jpeg,image/png"
            onPick={(file) =>
              setPhotos([...photos, { id: v7(), file, problem: null, there: false }])
            }
          />
          {photos.map((photo) => (
            <p
              key={photo.id}
              className="flex items-start justify-between gap-2 text-sm"
              data-picked
            >
              <span className="min-w-0 break-words">
                {photo.file.name}
                {photo.problem !== null && <span className="block text-stop">{photo.problem}</span>}
              </span>
              <button
                type="button"
                className="text-accent underline"
                onClick={() => setPhotos(photos.filter((each) => each.id !== photo.id))}
              >
                Take it off
              </button>
            </p>
          ))}
        </div>
        {failure && <Failed error={failure} />}
        <Button
          look="next"
          className="self-start"
          disabled={save.isPending}
          onClick={() => save.mutate()}
        >
          Save
        </Button>
      </div>
    </Sheet>
  );
}
