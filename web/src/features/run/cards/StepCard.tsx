/** One step: what to do or to look at, large, with the gauge, flame or clock that it needs. */
import { useState } from "react";
import { RUN } from "@/text/run";
import type { Doc, Step } from "../model";
import { Big } from "../panels/Big";
import { type Started, Timer } from "../panels/Timer";
import { isBare, StepTools, type ToolProps } from "./StepTools";

/** What the trade says for and against, and what this shop holds. */
function Schools({ doc, question }: { doc: Doc; question: string }) {
  const held = (doc.held as Record<string, unknown>)[question];
  const ways = doc.schools.filter((school) => school.question === question);
  return (
    <ul
      className="flex flex-col gap-2 text-xl"
      data-schools={question}
      aria-label={ways[0]?.question_text}
    >
      {ways.map((school) => (
        <li key={school.option}>
          <strong>
            {school.option_text}
            {school.option === held && " (this shop)"}
          </strong>
          : {school.reason}
        </li>
      ))}
    </ul>
  );
}

/** One touch away, however many questions decide the step. */
function WhySo({ doc, questions }: { doc: Doc; questions: readonly string[] }) {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <Big onClick={() => setOpen(true)} className="self-start">
        {RUN.otherSchool}
      </Big>
    );
  return questions.map((question) => <Schools key={question} doc={doc} question={question} />);
}

type Props = ToolProps & {
  step: Step;
  started: Started | undefined;
  onTimer: (running: boolean) => void;
  /** A leak was found here: the hand is led through mending it. */
  onLeak: () => void;
};

export function StepCard({ step, started, onTimer, onLeak, ...tools }: Props) {
  const { doc } = tools;
  const bare = isBare(step, doc);
  return (
    <div
      className={`mx-auto flex min-h-full max-w-5xl flex-col gap-5 ${bare ? "justify-center" : ""}`}
      data-step={step.code}
    >
      <p
        className={`text-[clamp(28px,5vw,40px)] leading-snug font-semibold ${bare ? "lg:text-[56px] lg:leading-tight" : ""} ${step.level === "stop" ? "rounded-md border-4 border-stop bg-stop-soft p-4 text-stop" : ""}`}
      >
        {step.level === "stop" && <strong className="uppercase">Stop. </strong>}
        {step.text}
      </p>
      {step.then && step.then.length > 0 && (
        <Big look="alarm" onClick={onLeak} className="self-start" data-leak="">
          {RUN.leak}
        </Big>
      )}
      {step.timer_s != null && (
        <Timer
          total={step.timer_s}
          started={started}
          onStart={() => onTimer(true)}
          onStop={() => onTimer(false)}
        />
      )}
      <StepTools step={step} {...tools} />
      {step.policies && <WhySo key={step.key} doc={doc} questions={step.policies} />}
    </div>
  );
}
