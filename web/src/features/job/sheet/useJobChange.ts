/** A job changed and deleted from its sheet. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useRef } from "react";
import { api, data, type Job, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import type { Rig } from "./rig";

export function useJobChange(job: Job) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const path = { path: { id: job.id } };
  const refresh = () => {
    const follows = ["jobs", "today", "draft"];
    return queries.invalidateQueries({
      predicate: (query) => follows.includes(String(query.queryKey[0])),
    });
  };
  // quick changes are saved one after the other, each on the version the last one made
  const latest = useRef(job);
  if (job.version > latest.current.version) latest.current = job;
  const change = useMutation({
    scope: { id: `rig-${job.id}` },
    mutationFn: (edit: (now: Job) => { name?: string; note?: string; rig?: Rig }) => {
      const body = {
        version: latest.current.version,
        ...edit(latest.current),
      } as Schemas["JobChange"];
      return data(api.PATCH("/api/v1/jobs/{id}", { params: path, body }));
    },
    onSuccess: (changed) => {
      latest.current = changed;
    },
    onSettled: refresh,
  });
  const remove = useMutation({
    mutationFn: () =>
      data(
        api.DELETE("/api/v1/jobs/{id}", {
          params: path,
          body: { version: latest.current.version },
        }),
      ),
    onSuccess: async (gone) => {
      queries.setQueryData(keys.deletedJob, gone);
      await navigate({ to: "/jobs" });
      await refresh();
    },
  });
  return { change, remove };
}
