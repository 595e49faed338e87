/** The plan of a cut as it is being changed: the newest input wins, the last good plan stays up. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import { ApiFailure, api, type CutInput, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";

type Draft = Schemas["DraftReply"];

export function useDraft(jobId: string | null, input: CutInput | null) {
  const query = useQuery({
    queryKey: keys.draft(jobId, input),
    enabled: input !== null,
    placeholderData: keepPreviousData,
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
  // after a refusal the last plan stays, so that the drawing does not vanish under the hand
  const last = useRef<Draft | undefined>(undefined);
  if (query.data !== undefined) last.current = query.data;
  const failure = query.error instanceof ApiFailure ? query.error : null;
  return { draft: input === null ? undefined : (query.data ?? last.current), failure };
}
