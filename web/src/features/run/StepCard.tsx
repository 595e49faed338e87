/** One step: what to do or to look at, large, with the gauge, flame or clock that it needs. */
import { useState } from "react";
import { RUN } from "@/text/run";
import { Big } from "./Big";
import { ContentsPanel } from "./ContentsPanel";
import { FlamePanel } from "./FlamePanel";
import { GaugePanel } from "./GaugePanel";
import type { Cut, Doc, RunEvent, Step } from "./model";
import { Timer } from "./Timer";

/** Steps at which the flame is drawn. */
const FLAMES = [
  "fuel_a_little",
  "fuel_and_oxygen",
  "soot_stops",
  "alternate_rounds",
  "neutral_flame",
  "star_width",
  "lever_trim",
];

/** Steps at which the contents are read: before, and after. */
const CONTENTS = ["read_contents", "close_cylinders"];

/** What the trade says for and against, and what this shop holds. */
function Schools({ doc, question }: { doc: Doc; question: string }) {
  const [open, setOpen] = useState(false);
  const held = (doc.held as Record<string, unknown>)[question];
  const ways = doc.schools.filter((school) => school.question === question);
  if (!open)
    return (
      <Big onClick={() => setOpen(true)} className="self-start">
        {RUN.otherSchool}
      </Big>
    );
  return (
    <ul className="flex flex-col gap-2 text-xl" data-schools={question}>
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

type Props = {
  doc: Doc;
  step: Step;
  cut: Cut | undefined;
  started: RunEvent | undefined;
  onTimer: (running: boolean) => void;
  onReading: (gas: string, where: string, kpa: number) => void;
  /** Whether a leak was found here, and the hand is led through mending it. */
  leaking: boolean;
  onLeak: () => void;
};

export function StepCard({ doc, step, cut, started, onTimer, onReading, leaking, onLeak }: Props) {
  const sets = { set_oxygen_flowing: "oxygen", set_fuel_flowing: doc.fuel }[step.code];
  const pressure = sets === "oxygen" ? cut?.plan.oxygen_pressure_kpa : cut?.plan.fuel_pressure_kpa;
  const gaugeFace = sets === "oxygen" ? doc.gauges.oxygen_face : doc.gauges.fuel_face;
  const scale = sets === "oxygen" ? doc.gauges.oxygen_kpa : doc.gauges.fuel_kpa;
  const bare = step.timer_s == null && !sets && ![...FLAMES, ...CONTENTS].includes(step.code);
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
      {step.then && step.then.length > 0 && !leaking && (
        <Big look="alarm" onClick={onLeak} className="self-start" data-leak="">
          {RUN.leak}
        </Big>
      )}
      {leaking && (
        <ol
          className="flex list-decimal flex-col gap-3 pl-8 text-[28px] leading-snug"
          data-leaking=""
        >
          {step.then?.map((each) => (
            <li key={each.key}>{each.text}</li>
          ))}
        </ol>
      )}
      {step.timer_s != null && (
        <Timer
          total={step.timer_s}
          started={started}
          onStart={() => onTimer(true)}
          onStop={() => onTimer(false)}
        />
      )}
      {sets && pressure && (
        <GaugePanel
          gas={sets}
          pressure={pressure}
          scale={scale}
          face={gaugeFace}
          ceiling={doc.ceiling_kpa}
          onReading={(kpa) => onReading(sets, "delivery", kpa)}
        />
      )}
      {CONTENTS.includes(step.code) && (
        <ContentsPanel fuel={doc.fuel} onReading={(gas, kpa) => onReading(gas, "contents", kpa)} />
      )}
      {FLAMES.includes(step.code) && <FlamePanel fuel={doc.fuel} bands={doc.flame} />}
      {step.policy && <Schools key={step.key} doc={doc} question={step.policy} />}
    </div>
  );
}
