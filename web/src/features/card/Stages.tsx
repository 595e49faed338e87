/** The stages of other work on a card: what to do and when to stop, one row each, under the drawing. */
import type { CutPlan, CutPlanRequest } from "@/api/client";
import { ABSENT } from "@/cut/model";
import { cutStage, measuresOf, wordsOf } from "@/cut/work/line";
import { WorkDrawing } from "@/draw/work";
import { told } from "@/text/told";
import { WORK } from "@/text/work";
import { clock, type System } from "@/units";

type Props = {
  work: NonNullable<CutPlan["work"]>;
  request: CutPlanRequest["work"];
  /** It must not be done as it is planned: its stages are named and nothing of them is set. */
  stopped: boolean;
  system: System;
};

export function CardStages({ work, request, stopped, system }: Props) {
  const { stages } = work;
  // drawn in the stage in which the lever is down longest
  const main = [...stages].sort((a, b) => b.time_s - a.time_s)[0];
  return (
    <div className="flex flex-col gap-2" data-card-stages={stages.length}>
      <WorkDrawing
        kind={work.kind}
        measures={measuresOf(request ?? null, stages)}
        words={wordsOf(request ?? null)}
        cutStage={cutStage(stages)}
        stage={cutStage(stages) || (main?.code ?? "")}
      />
      <table className="w-full text-left text-sm leading-tight print:text-xs">
        <tbody>
          {stages.map((stage) => (
            <tr key={stage.order} className="border-t border-line align-top">
              <td className="py-1 pr-2 font-bold">{stage.order}</td>
              <td className="py-1 pr-2">
                <strong>
                  {stage.title}
                  {stage.piece != null && `: ${stage.piece}`}
                  {!stage.title.endsWith("?") && "."}
                </strong>{" "}
                {!stopped && (
                  <>
                    {told("work_does", stage.code, stage.settings, system, stage.does)}{" "}
                    <span className="text-ink-2">
                      {WORK.stop}:{" "}
                      {told("work_stop", stage.code, stage.settings, system, stage.stop_when)}
                    </span>
                  </>
                )}
              </td>
              <td className="py-1 text-right whitespace-nowrap">
                {stopped ? ABSENT : clock(stage.time_s)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
