/** What is done with the cut on the bench: logged, looked at where its edge is poor, put on a card. */
import { Link, useNavigate } from "@tanstack/react-router";
import { Eye, FileText, Flame, Printer } from "lucide-react";
import type { CutPlan, LineView } from "@/api/client";
import { isHeatingHead } from "@/text/tip";
import { Button, buttonLook } from "@/ui/button";
import { May, useSession } from "@/ui/session";

type Props = {
  jobId: string;
  chosen: LineView;
  verdict: CutPlan["verdict"];
  making: boolean;
  onLog: () => void;
  onCard: () => void;
};

export function BenchActions({ jobId, chosen, verdict, making, onLog, onCard }: Props) {
  const { may } = useSession();
  const navigate = useNavigate();
  return (
    <>
      <May right="burn">
        <Button onClick={() => onLog()}>
          <Flame size={16} aria-hidden="true" /> Log this cut
        </Button>
      </May>
      {/* heat leaves no edge */}
      {!(chosen.plan && isHeatingHead(chosen.plan.tip)) && (
        <Link
          to="/edge"
          search={{ job: jobId, line: chosen.line.id }}
          className={buttonLook("quiet")}
        >
          <Eye size={16} aria-hidden="true" /> Poor edge
        </Link>
      )}
      {chosen.card_id != null && (
        <Button
          onClick={() =>
            void navigate({
              to: "/cards/$planId",
              params: { planId: chosen.card_id ?? "" },
            })
          }
        >
          <FileText size={16} aria-hidden="true" /> {chosen.card_current ? "Open card" : "Old card"}
        </Button>
      )}
      {!chosen.card_current && may("card") && (
        <Button look={verdict === "stop" ? "quiet" : "next"} disabled={making} onClick={onCard}>
          <Printer size={16} aria-hidden="true" /> Make card
        </Button>
      )}
    </>
  );
}
