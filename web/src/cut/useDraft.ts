/** The plan of a cut as it is being changed: the newest input wins, the last good plan of the same cut stays up. */
import { useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import { ApiFailure, api, type CutInput, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";

type Draft = Schemas["DraftReply"];

/** `cut` tells one cut from another: no plan ever stands under another's name. */
export function useDraft(jobId: string | null, input: CutInput | null, cut: string) {
  const query = useQuery({
    queryKey: keys.draft(jobId, input),
    enabled: input !== null,
    staleTime: 5_000,
    gcTime: 60_000,
    retry: (count, error) => error instanceof ApiFailure && error.code === "offline" && count < 20,
    retryDelay: 1_500,
    queryFn: ({ signal }) =>
      data(
        api.POST("/api/v1/cut-plans/draft", {
          body: { job_id: jobId, input: (input ?? {}) as Record<string, unknown> },
          signal,
        }),
      ),
  });
  // while a change is planned and after a refusal the last plan stays, so that the drawing does not vanish under the hand
  const last = useRef<{ cut: string; draft: Draft } | undefined>(undefined);
  if (query.data !== undefined) last.current = { cut, draft: query.data };
  const standing = last.current?.cut === cut ? last.current.draft : undefined;
  const failure = query.error instanceof ApiFailure ? query.error : null;
  return { draft: input === null ? undefined : (query.data ?? standing), failure };
}
