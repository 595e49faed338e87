/** What a step needs beside its sentence: the gauge it sets, the gauge it reads, the flame it makes. */

import { RUN } from "@/text/run";
import { isHeatingHead } from "@/text/tip";
import { type Cut, type Doc, type Step, usualOf } from "../model";
import { ContentsPanel } from "../panels/ContentsPanel";
import { FlamePanel } from "../panels/FlamePanel";
import { GaugePanel } from "../panels/GaugePanel";

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

export type ToolProps = {
  doc: Doc;
  /** The cut that pressures are set for. */
  cut: Cut | undefined;
  onReading: (gas: string, where: "contents" | "delivery", kpa: number, gear_id?: string) => void;
};

/** The gas whose pressure a step sets. */
function setsOf(step: Step, doc: Doc): string | undefined {
  return { set_oxygen_flowing: "oxygen", set_fuel_flowing: doc.fuel }[step.code];
}

/** Whether a step is its sentence alone. */
export function isBare(step: Step, doc: Doc): boolean {
  return (
    step.timer_s == null &&
    setsOf(step, doc) === undefined &&
    ![...FLAMES, ...CONTENTS].includes(step.code)
  );
}

export function StepTools({ doc, step, cut, onReading }: ToolProps & { step: Step }) {
  const sets = setsOf(step, doc);
  const oxygen = sets === "oxygen";
  const pressure = oxygen ? cut?.plan.oxygen_pressure_kpa : cut?.plan.fuel_pressure_kpa;
  return (
    <>
      {sets && pressure && (
        <GaugePanel
          gas={sets}
          pressure={pressure}
          scale={oxygen ? doc.gauges.oxygen_kpa : doc.gauges.fuel_kpa}
          face={oxygen ? doc.gauges.oxygen_face : doc.gauges.fuel_face}
          usual={usualOf(doc)}
          ceiling={doc.ceiling_kpa}
          onReading={(kpa) => onReading(sets, "delivery", kpa)}
        />
      )}
      {sets && cut && isHeatingHead(cut.plan.tip) && (
        <p className="text-xl font-semibold" data-by-head="">
          {RUN.byTheHead}
        </p>
      )}
      {CONTENTS.includes(step.code) && (
        <ContentsPanel
          doc={doc}
          onReading={(gas, kpa, gear) => onReading(gas, "contents", kpa, gear)}
        />
      )}
      {FLAMES.includes(step.code) && <FlamePanel fuel={doc.fuel} bands={doc.flame} />}
    </>
  );
}
