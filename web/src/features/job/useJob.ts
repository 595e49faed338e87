/** A job with its lines, and every change to them; a stale one comes back as a conflict. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { ApiFailure, api, type CutInput, data, type LineView, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeJob } from "@/api/lists";
import { once } from "@/api/once";
import { placeAfter } from "./lines";

type JobLine = Schemas["JobLine"];
type Change = { input?: CutInput; position?: number; typed?: string };

/** What somebody else saved, and what was to be saved here. */
export type Conflict = { theirs: JobLine; yours: Change };

export function useJob(jobId: string) {
  const queries = useQueryClient();
  const job = useQuery({
    queryKey: keys.job(jobId),
    queryFn: () => {
      // a long job shows its first lines while the others come; one that is there already stays whole
      const first = queries.getQueryData(keys.job(jobId)) === undefined;
      return wholeJob(jobId, (soFar) => {
        if (first) queries.setQueryData(keys.job(jobId), soFar);
      });
    },
  });
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [deleted, setDeleted] = useState<JobLine | null>(null);
  const refresh = () =>
    queries.invalidateQueries({
      predicate: (query) => query.queryKey[0] !== "draft" && query.queryKey[0] !== "entry",
    });

  const add = useMutation({
    mutationFn: ({
      typed,
      input,
      position,
    }: {
      typed: string;
      input: CutInput;
      position: number;
    }) => {
      const body = { job_id: jobId, typed, input: input as Record<string, unknown>, position };
      return once(["line", jobId, typed, input], body, (id, body) =>
        data(api.PUT("/api/v1/job-lines/{id}", { params: { path: { id } }, body })),
      );
    },
    onSettled: refresh,
  });

  // two quick changes to one cut are saved one after the other, each on the version the last one made
  const versions = useRef(new Map<string, number>());
  const change = useMutation({
    scope: { id: `job-${jobId}` },
    mutationFn: ({ line, ...yours }: Change & { line: { id: string; version: number } }) => {
      const version = Math.max(line.version, versions.current.get(line.id) ?? 0);
      const body = { version, ...yours } as Schemas["LineChange"];
      return data(api.PATCH("/api/v1/job-lines/{id}", { params: { path: { id: line.id } }, body }));
    },
    onSuccess: (line) => void versions.current.set(line.id, line.version),
    onError: (error, { line: _, ...yours }) => {
      if (error instanceof ApiFailure && error.code === "stale")
        setConflict({ theirs: error.current as JobLine, yours });
    },
    onSettled: refresh,
  });

  const remove = useMutation({
    mutationFn: (line: JobLine) =>
      data(
        api.DELETE("/api/v1/job-lines/{id}", {
          params: { path: { id: line.id } },
          body: { version: line.version },
        }),
      ),
    onSuccess: setDeleted,
    onSettled: refresh,
  });

  const restore = useMutation({
    mutationFn: (line: JobLine) =>
      data(
        api.POST("/api/v1/job-lines/{id}/restore", {
          params: { path: { id: line.id } },
          body: { version: line.version },
        }),
      ),
    onSuccess: () => setDeleted(null),
    onSettled: refresh,
  });

  /** Moves a line past its neighbour: its new position lies between the two beyond. */
  function move(lines: LineView[], at: number, by: -1 | 1) {
    const [line, position] = [lines[at], placeAfter(lines, at, by)];
    if (line !== undefined && position !== null) change.mutate({ line: line.line, position });
  }

  return { job, add, change, remove, restore, move, conflict, setConflict, deleted, setDeleted };
}
