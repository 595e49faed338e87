/** What stands below each card: back, leave out, take back, and the next action, always in the same place. */
import { Link } from "@tanstack/react-router";
import { Check, ChevronLeft, SkipForward, Undo2 } from "lucide-react";
import { RUN } from "@/text/run";
import { Big } from "./panels/Big";
import type { Flow } from "./useFlow";

export type Action = { text: string; go: () => void; disabled?: boolean };

type Props = { flow: Flow; job: string; next: Action | undefined };

export function Foot({ flow, job, next }: Props) {
  const { card, going, last, leak, over } = flow;
  const here = card?.key ?? (flow.ending ? "end" : "start");
  return (
    <footer className="flex flex-wrap items-stretch gap-2 border-t-2 border-line bg-sheet p-2">
      {here === "start" ? (
        <Link
          to="/jobs/$jobId"
          params={{ jobId: job }}
          className="flex min-h-16 min-w-16 items-center rounded-md border-2 border-line-strong px-4 text-xl font-semibold"
        >
          <ChevronLeft aria-hidden="true" /> {RUN.back}
        </Link>
      ) : (
        // nobody goes back while the lever is down
        going.stage !== "cutting" && (
          <Big onClick={flow.back} aria-label={RUN.back}>
            <ChevronLeft aria-hidden="true" />
          </Big>
        )
      )}
      {card &&
        !card.steps &&
        going.stage === "ready" &&
        card.step?.skip !== "never" &&
        !leak &&
        !over && (
          <Big onClick={flow.leave} data-leave="">
            <SkipForward className="sm:hidden" aria-hidden="true" />
            <span className="max-sm:sr-only">{RUN.leaveOut}</span>
          </Big>
        )}
      {going.stage === "cutting" && (
        <Big onClick={flow.out} data-went-out="">
          {RUN.wentOut}
        </Big>
      )}
      {last && going.stage !== "cutting" && (
        <Big onClick={flow.undo} aria-label={`${RUN.undo}: ${last.text}`} data-undo="">
          <Undo2 aria-hidden="true" />
        </Big>
      )}
      {next && (
        <Big
          look="next"
          className="min-h-20 min-w-56 flex-1"
          // a second touch of the same tap counts for nothing
          onClick={(event) => event.detail < 2 && next.go()}
          disabled={next.disabled}
          data-next={here}
        >
          <Check aria-hidden="true" /> {next.text}
        </Big>
      )}
    </footer>
  );
}
