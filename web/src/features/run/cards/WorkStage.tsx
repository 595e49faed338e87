/** The stage of other work at hand: what to do, what to watch, when to stop, in large type. */
import { cutStage, measuresOf, wordsOf } from "@/cut/work/line";
import { WorkDrawing } from "@/draw/work";
import { RUN } from "@/text/run";
import { told } from "@/text/told";
import { AFTER, WORK } from "@/text/work";
import { usePreferences } from "@/ui/preferences";
import { clock } from "@/units";
import type { Cut } from "../model";
import { Big } from "../panels/Big";

export function WorkStage({ cut, order }: { cut: Cut; order: number }) {
  const { system } = usePreferences();
  const work = cut.plan.work;
  const stage = work?.stages.find((each) => each.order === order);
  if (!work || !stage) return null;
  const { code, settings } = stage;
  return (
    <div
      className="grid items-center gap-4 md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]"
      data-work-stage={code}
    >
      <div className="flex flex-col gap-2 text-xl">
        <p className="text-2xl leading-tight font-bold">
          {order}. {stage.title}
          {stage.piece != null && `: ${stage.piece}`}{" "}
          <span className="text-xl font-normal text-ink-2">
            {RUN.stageOf} {work.stages.length}, {clock(stage.time_s)}
          </span>
        </p>
        <p className="text-2xl leading-tight">
          {told("work_does", code, settings, system, stage.does)}
        </p>
        <p>
          <strong>{WORK.watch}:</strong> {told("work_watch", code, settings, system, stage.watch)}
        </p>
        <p className="border-l-4 border-accent pl-3">
          <strong>{WORK.stop}:</strong> {told("work_stop", code, settings, system, stage.stop_when)}
        </p>
      </div>
      <WorkDrawing
        kind={work.kind}
        measures={measuresOf(cut.request.work ?? null, work.stages)}
        words={wordsOf(cut.request.work ?? null)}
        cutStage={cutStage(work.stages)}
        stage={code}
      />
    </div>
  );
}

/** Whether what was to be spared is whole; nobody need answer. */
export function After({
  what,
  spared,
  onSpared,
}: {
  what: string;
  spared: boolean | null;
  onSpared: (spared: boolean | null) => void;
}) {
  return (
    <fieldset className="flex flex-col gap-2" data-after={what}>
      <legend className="pb-1 text-2xl font-bold">{AFTER[what]}</legend>
      <div className="grid grid-cols-2 gap-3">
        {[true, false].map((answer) => (
          <Big
            key={String(answer)}
            look={spared === answer ? "picked" : "plain"}
            aria-pressed={spared === answer}
            onClick={() => onSpared(spared === answer ? null : answer)}
          >
            {answer ? RUN.yes : RUN.no}
          </Big>
        ))}
      </div>
    </fieldset>
  );
}
