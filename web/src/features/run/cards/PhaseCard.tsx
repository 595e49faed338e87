/** A stage on one card, for a hand that knows it: its checks as large toggles, what is not so touched and said why. */
import { Check, X } from "lucide-react";
import { useState } from "react";
import { REASONS, RUN } from "@/text/run";
import { face } from "../clock";
import type { Folded, Step } from "../model";
import { Big } from "../panels/Big";
import { type TimerProps, useLeft } from "../panels/Timer";
import { Reasons } from "./Reasons";
import { StepTools, type ToolProps } from "./StepTools";

type Props = ToolProps & {
  steps: readonly Step[];
  /** Why each step that does not hold is left out, by its key; "" where no reason is asked. */
  out: ReadonlyMap<string, string>;
  onOut: (step: Step, reason: string | null) => void;
  onLeak: (step: Step) => void;
  timers: Folded["timers"];
  onTimer: (key: string) => void;
};

/** The clock of one check among others. */
function SmallClock({ total, started, onStart }: Omit<TimerProps, "onStop">) {
  const left = useLeft(total, started);
  const shown = left > 0 ? face(left) : RUN.over;
  return (
    <Big className="self-start" disabled={started !== undefined} onClick={onStart} data-clock="">
      {started === undefined ? `${RUN.startClock}: ${face(total)}` : shown}
    </Big>
  );
}

export function PhaseCard({ steps, out, onOut, onLeak, timers, onTimer, ...tools }: Props) {
  const [asking, setAsking] = useState<Step | null>(null);
  if (asking)
    return (
      <Reasons
        question={`${RUN.whyOut} ${asking.text}`}
        reasons={REASONS}
        onClose={() => setAsking(null)}
        onPick={(reason) => {
          onOut(asking, reason);
          setAsking(null);
        }}
      />
    );
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-3" data-stage="">
      <p className="text-xl text-ink-2">{RUN.stageHow}</p>
      {steps.map((step) => {
        const isOut = out.has(step.key);
        const reason = out.get(step.key);
        const touch = () => {
          if (isOut) onOut(step, null);
          else if (step.needs_reason) setAsking(step);
          else onOut(step, "");
        };
        const leads = step.then !== undefined && step.then.length > 0;
        return (
          <div key={step.key} className="flex flex-col gap-2" data-toggle={step.key}>
            {leads ? (
              <Big look="alarm" onClick={() => onLeak(step)} className="self-start" data-leak="">
                {RUN.leak}
              </Big>
            ) : (
              <Big
                look={isOut ? "plain" : "picked"}
                aria-pressed={!isOut}
                className="justify-start text-left"
                onClick={touch}
              >
                {isOut ? (
                  <X aria-hidden="true" className="shrink-0" />
                ) : (
                  <Check aria-hidden="true" className="shrink-0" />
                )}
                <span className={isOut ? "line-through" : ""}>{step.text}</span>
              </Big>
            )}
            {reason !== undefined && reason !== "" && (
              <p className="text-xl font-semibold first-letter:uppercase">{reason}</p>
            )}
            {step.timer_s != null && (
              <SmallClock
                total={step.timer_s}
                started={timers.get(step.key)}
                onStart={() => onTimer(step.key)}
              />
            )}
            <StepTools step={step} {...tools} />
          </div>
        );
      })}
    </div>
  );
}
