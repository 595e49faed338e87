/** The stages of a work, one under the other: the one that is looked at in full, the others by name and time. */
import type { Schemas } from "@/api/client";
import { SCREEN } from "@/text";
import { told } from "@/text/told";
import { WORK } from "@/text/work";
import { usePreferences } from "@/ui/preferences";
import { clock } from "@/units";
import { ABSENT } from "../model";

type Stage = Schemas["StageWire"];
type Props = {
  stages: readonly Stage[];
  /** It must not be done as it is planned: its stages are named and nothing of them is set. */
  stopped: boolean;
  at: number;
  onAt: (at: number) => void;
};

function Words({ stage }: { stage: Stage }) {
  const { system } = usePreferences();
  const { code, settings } = stage;
  const watch = told("work_watch", code, settings, system, stage.watch);
  const stop = told("work_stop", code, settings, system, stage.stop_when);
  return (
    <div className="flex flex-col gap-1 pr-2 pb-2 pl-9 text-sm">
      <p className="text-base">{told("work_does", code, settings, system, stage.does)}</p>
      <p>
        <span className="font-semibold">{WORK.watch}:</span> {watch}
      </p>
      <p className="rounded-md bg-accent-soft px-2 py-1">
        <span className="font-semibold">{WORK.stop}:</span> {stop}
      </p>
    </div>
  );
}

export function Stages({ stages, stopped, at, onAt }: Props) {
  return (
    <ol className="divide-y divide-line rounded-md border border-line bg-sheet" data-stages="">
      {stages.map((stage, i) => (
        <li key={stage.order} data-stage={stage.code}>
          <button
            type="button"
            aria-expanded={i === at}
            onClick={() => onAt(i)}
            className="flex w-full items-baseline gap-3 px-3 py-1.5 text-left hover:bg-accent-soft"
          >
            <span className="w-4 text-right text-sm tabular-nums text-ink-2">{stage.order}</span>
            <span className={i === at ? "font-semibold" : ""}>
              {stage.title}
              {stage.piece != null && `: ${stage.piece}`}
            </span>
            <span className="ml-auto text-sm tabular-nums text-ink-2">
              {stopped ? ABSENT : clock(stage.time_s)}
            </span>
          </button>
          {i === at &&
            (stopped ? (
              <p className="pr-2 pb-2 pl-9 text-sm text-stop">{SCREEN.notToBeSet}</p>
            ) : (
              <Words stage={stage} />
            ))}
        </li>
      ))}
    </ol>
  );
}
