/** A run card, read and printed. */
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { Printer } from "lucide-react";
import { ApiFailure, api, type CutPlan, type CutPlanRequest, data } from "@/api/client";
import { keys } from "@/api/keys";
import { SCREEN, sentence } from "@/text";
import { Button } from "@/ui/button";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { useSession } from "@/ui/session";
import { Failed, Loading, Nothing } from "@/ui/states";
import { Sheet } from "./Sheet";

/** Whoever reads the card is not cleared for its cut: told to them, and printed with it. */
function NotCleared({ card }: { card: string }) {
  const { system } = usePreferences();
  const { session } = useSession();
  const cleared = useQuery({
    queryKey: [...keys.plan(card), "clearance", session?.person.id],
    queryFn: () =>
      data(api.GET("/api/v1/plans/{id}/clearance", { params: { path: { id: card } } })),
  });
  const note = cleared.data?.note;
  if (!note || session === null) return null;
  return (
    <div className="mx-auto w-full max-w-[780px]" data-not-cleared={note.code}>
      <Notice level="caution">
        {session.person.name}: {sentence("notes", note.code, note.values, system, note.text)}
      </Notice>
    </div>
  );
}

export function CardPage() {
  const { planId } = useParams({ from: "/cards/$planId" });
  const plan = useQuery({
    queryKey: keys.plan(planId),
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/plans/{id}", { params: { path: { id: planId } } })),
  });
  if (plan.isPending) return <Loading what="Fetching the card" />;
  if (plan.error) {
    const gone = plan.error instanceof ApiFailure && plan.error.code === "not_found";
    return gone ? (
      <Nothing title="No such card">{SCREEN.noCard}</Nothing>
    ) : (
      <Failed error={plan.error} onRetry={() => void plan.refetch()} />
    );
  }
  const found = plan.data;
  return (
    <div className="flex flex-col gap-3">
      <div className="print:hidden mx-auto flex w-full max-w-[780px] items-center justify-between gap-2">
        <Link to="/" className="text-sm underline">
          Back to today
        </Link>
        <Button look="next" onClick={() => window.print()}>
          <Printer size={16} aria-hidden="true" /> Print
        </Button>
      </div>
      <NotCleared card={found.id} />
      <Sheet
        plan={found.result as CutPlan}
        request={found.input as CutPlanRequest}
        title={found.title}
        madeAt={found.made_at}
        core={found.core_version}
        code={`/api/v1/plans/${found.id}/code.svg`}
      />
    </div>
  );
}
