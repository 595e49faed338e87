/** A part that was laid out, on the bench: its plate, its paths in order, what is set, and its files. */
import { Link } from "@tanstack/react-router";
import { PencilRuler } from "lucide-react";
import { useState } from "react";
import type { CutInput, CutPlan, CutPlanRequest, FieldError, Schemas } from "@/api/client";
import { LaidPlate } from "@/draw/layout/laid-plate";
import { LAYOUT } from "@/text/layout";
import { buttonLook } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { May } from "@/ui/session";
import { FuelPicker } from "../FuelPicker";
import { Inputs } from "../inputs/Inputs";
import { Quiet } from "../Quiet";
import { SettingsTable } from "../settings";
import { Outputs } from "./Outputs";
import { Legend, PathList } from "./PathList";

type Props = {
  plan: CutPlan;
  laid: Schemas["PathsReply"];
  layout: Schemas["LayoutWire"];
  request: CutPlanRequest;
  /** The line of a job that it is; null where it is none. */
  line: string | null;
  /** Its job. */
  job: string | null;
  errors: FieldError[];
  reference: Schemas["ReferenceReply"] | undefined;
  gauges: Schemas["Gauges"];
  expected: Schemas["Expected"];
  before: { fuel: string; plan: CutPlan } | null;
  onChange: (change: CutInput) => void;
  onFuel: (fuel: string) => void;
  onWhy: (quantity: string) => void;
};

export function LayoutBench(props: Props) {
  const { plan, laid, layout, request, line, job, errors, onChange } = props;
  const [picked, setPicked] = useState<number | null>(null);
  const of = (change: CutInput["layout"] & object) => onChange({ layout: change });
  return (
    <div
      className="grid grid-cols-1 items-start gap-3 md:grid-cols-[minmax(0,11fr)_minmax(0,10fr)]"
      data-layout={laid.paths.length}
    >
      <div className="flex min-w-0 flex-col gap-3">
        <FuelPicker value={request.gas.fuel} onChange={props.onFuel} />
        <LaidPlate
          layout={layout}
          laid={laid}
          picked={picked}
          onPick={setPicked}
          label={LAYOUT.onPlate}
          className="max-h-[46vh] w-full rounded-md border border-line bg-sunk"
        />
        <Legend />
        <PathList
          laid={laid}
          picked={picked}
          onPick={setPicked}
          thickness={request.steel.thickness_mm ?? null}
          stopped={plan.verdict === "stop"}
        />
      </div>
      <div className="flex min-w-0 flex-col gap-2" data-refused={errors.length > 0}>
        <SettingsTable
          plan={plan}
          fuel={request.gas.fuel}
          before={props.before}
          onWhy={props.onWhy}
          gauges={props.gauges}
          expected={props.expected}
        />
        <Inputs
          request={request}
          errors={errors}
          reference={props.reference}
          onChange={onChange}
          laid
        />
        <div className="grid grid-cols-2 gap-2">
          <Choice
            label={LAYOUT.smallHoles}
            value={layout.small_holes ?? "drill"}
            options={[
              { value: "drill", text: LAYOUT.smallDrill },
              { value: "cut", text: LAYOUT.smallCut },
            ]}
            onChange={(small_holes) => of({ small_holes })}
          />
          <Choice
            label={LAYOUT.order}
            value={layout.order ?? "cool"}
            options={[
              { value: "cool", text: LAYOUT.orderCool },
              { value: "near", text: LAYOUT.orderNear },
            ]}
            onChange={(order) => of({ order })}
          />
        </div>
        {line !== null && job !== null && (
          <May right="plan">
            <Link
              to="/layout"
              search={{ job, line }}
              className={`${buttonLook("quiet")} self-start`}
            >
              <PencilRuler size={16} aria-hidden="true" /> {LAYOUT.change}
            </Link>
          </May>
        )}
        {line !== null && <Outputs body={{ layout_id: line }} />}
        <Quiet notes={plan.notes} lead={`${LAYOUT.hand} ${LAYOUT.dryRun}`} />
      </div>
    </div>
  );
}
