/** Other work on the bench: what is asked, drawn, and its stages; its settings with where each comes from below. */
import { useState } from "react";
import type { CutInput, CutPlan, CutPlanRequest, FieldError, Schemas } from "@/api/client";

import { HeatColours } from "@/draw/work/heat-colours";
import { refusal, SCREEN, sentence } from "@/text";
import { isHeatingHead } from "@/text/tip";
import { WORK } from "@/text/work";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { noteKey } from "../model";
import { SettingsTable } from "../settings";
import { Asked } from "./Asked";
import { askedHeat, type Said } from "./kinds";
import { lineOf, saidOf } from "./line";
import { Planned } from "./Planned";
import { workTotals } from "./totals";

type Props = {
  plan: CutPlan;
  work: Schemas["WorkReply"];
  request: CutPlanRequest;
  errors: readonly FieldError[];
  gauges: Schemas["Gauges"];
  expected: Schemas["Expected"];
  onChange: (change: CutInput) => void;
  onFuel: (fuel: string) => void;
  onWhy: (quantity: string) => void;
};

export function WorkBench({ plan, work, request, errors, gauges, expected, ...on }: Props) {
  const { system } = usePreferences();
  const fuel = request.gas.fuel;
  const [rows, setRows] = useState<Pick<Said, "pieces" | "dial"> | null>(null);
  if (request.work == null) return null;
  const own = (path: string) => path.replace(/^work\./, "");
  const refused = Object.fromEntries(
    errors.map((error) => [own(error.path), refusal(error, system)]),
  );
  // a row that is not whole yet stands here until it is: the line holds whole ones alone
  const said = { ...saidOf(request.work, fuel), ...rows };
  const say = (said: Said) => {
    setRows({ pieces: said.pieces, dial: said.dial });
    if (said.fuel !== fuel) return on.onFuel(said.fuel);
    const line = lineOf(said);
    if (line?.work) on.onChange({ work: line.work });
  };
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[22rem_1fr]" data-work-bench={work.kind}>
      <div className="flex min-w-0 flex-col gap-2">
        <Asked said={said} onSaid={say} refused={refused} />
        <MeasureField
          label={WORK.times}
          kind="count"
          value={plan.line_total.count}
          error={refused["cut.count"]}
          onCommit={(count) => on.onChange({ cut: { count } })}
        />
        {plan.notes
          .filter((note) => note.level === "info")
          .map((note) => (
            <p key={noteKey(note)} className="text-xs text-ink-2" data-note={note.code}>
              {sentence("notes", note.code, note.values, system, note.text)}
            </p>
          ))}
      </div>
      <div className="flex min-w-0 flex-col gap-2" data-refused={errors.length > 0}>
        <Planned work={work} request={request.work} stopped={plan.verdict === "stop"}>
          {work.colours !== undefined && work.colours.length > 0 && (
            <HeatColours colours={work.colours} asked={askedHeat(said)} said={null} />
          )}
          <p className="flex flex-wrap gap-x-4 font-semibold" data-work-figures="">
            {workTotals(plan, work, system).map((total) => (
              <span key={total}>{total}</span>
            ))}
          </p>
        </Planned>
        {!isHeatingHead(plan.tip) && (
          <details className="rounded-md border border-line bg-sheet px-3 py-2">
            <summary className="cursor-pointer text-sm font-semibold">{WORK.settings}</summary>
            <SettingsTable
              plan={plan}
              fuel={fuel}
              before={null}
              onWhy={on.onWhy}
              gauges={gauges}
              expected={expected}
            />
          </details>
        )}
        <p className="text-xs text-ink-2">
          {WORK.judged} {SCREEN.defer} {SCREEN.manual}
        </p>
      </div>
    </div>
  );
}
