/** A plate on the bench: its edge and its way to scale, the fields behind them, and what is set. */
import { useState } from "react";
import type { CutInput, CutPlan, CutPlanRequest, FieldError, Schemas } from "@/api/client";
import { EdgeDrawing } from "@/draw/edge";
import { CutStrip } from "@/draw/strip";
import { usePreferences } from "@/ui/preferences";
import { ExpectedEdge } from "./edges/ExpectedEdge";
import { FuelPicker } from "./FuelPicker";
import { Inputs } from "./inputs/Inputs";
import { Quiet } from "./Quiet";
import { SettingsTable } from "./settings";

type Props = {
  plan: CutPlan;
  /** As it is planned, and as it is wanted while the plan is under way. */
  request: CutPlanRequest;
  wanted: CutPlanRequest;
  thickness: number;
  errors: FieldError[];
  reference: Schemas["ReferenceReply"] | undefined;
  gauges: Schemas["DraftReply"]["gauges"];
  expected: Schemas["DraftReply"]["expected"];
  before: { fuel: string; plan: CutPlan } | null;
  onChange: (change: CutInput) => void;
  /** The edge of the plate is dragged, and let go when it is done. */
  onThickness: (mm: number, done: boolean) => void;
  onFuel: (fuel: string) => void;
  onWhy: (quantity: string) => void;
};

export function PlateBench(props: Props) {
  const { plan, request, wanted, thickness, errors, reference, gauges, expected, before } = props;
  const { onChange, onThickness, onFuel, onWhy } = props;
  const { system } = usePreferences();
  const [expecting, setExpecting] = useState(false);
  return (
    <div className="grid items-start gap-3 md:grid-cols-[minmax(0,10fr)_minmax(0,11fr)]">
      <div className="flex flex-col gap-3">
        <FuelPicker value={request.gas.fuel} onChange={onFuel} />
        <div className="rounded-md border border-line bg-sheet p-1">
          <div className="h-[280px]">
            <EdgeDrawing
              plan={plan}
              thickness={thickness}
              bevel={request.cut.bevel_deg ?? 0}
              fuel={request.gas.fuel}
              system={system}
              limits={reference?.limits ?? null}
              onThickness={onThickness}
            />
          </div>
          <CutStrip
            plan={plan}
            length={request.cut.length_mm ?? 0}
            start={request.cut.start ?? "edge"}
            scrap={request.cut.scrap ?? "far_side"}
            system={system}
          />
        </div>
        <details
          className="rounded-md border border-line bg-sheet px-3 py-2"
          data-expected-edge
          onToggle={(event) => setExpecting(event.currentTarget.open)}
        >
          <summary className="cursor-pointer text-sm font-semibold">The edge to expect</summary>
          <div className="mt-2">{expecting && <ExpectedEdge cut={request} />}</div>
        </details>
        <Inputs request={wanted} errors={errors} reference={reference} onChange={onChange} />
      </div>
      <div className="flex flex-col gap-2" data-refused={errors.length > 0}>
        <SettingsTable
          plan={plan}
          fuel={request.gas.fuel}
          before={before}
          onWhy={onWhy}
          gauges={gauges}
          expected={expected}
        />
        <Quiet notes={plan.notes} />
      </div>
    </div>
  );
}
