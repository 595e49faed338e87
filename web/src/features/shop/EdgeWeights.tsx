/** How this shop weighs the causes of a poor edge: the odds of each, what shows it, and every earlier version. */
import { useQuery } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { SCREEN } from "@/text";
import { Failed, Loading } from "@/ui/states";
import { Editor } from "./weights/Editor";

export function EdgeWeights() {
  const weights = useQuery({
    queryKey: keys.weights,
    queryFn: () => data(api.GET("/api/v1/edge/weights")),
  });
  const findings = useQuery({
    queryKey: keys.findings,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/edge/findings")),
  });
  return (
    <section aria-labelledby="weights" className="flex flex-col gap-2">
      <h2 id="weights" className="text-lg font-semibold">
        Odds at the edge
      </h2>
      <p className="text-sm text-ink-2">{SCREEN.weightsLead}</p>
      <details className="rounded-md border border-line px-3 py-2">
        <summary className="min-h-9 cursor-pointer text-sm font-semibold">
          Causes with their odds and signs
        </summary>
        {weights.error && <Failed error={weights.error} />}
        {weights.data && findings.data ? (
          <Editor weights={weights.data} findings={findings.data.findings} />
        ) : (
          <Loading what="Looking up the odds" />
        )}
      </details>
    </section>
  );
}
