/** A shape on the bench: how it lies, its strokes in order, what each is set to, and what holds the drop. */

import { useEffect, useState } from "react";
import type { CutInput, CutPlan, CutPlanRequest, FieldError, Schemas } from "@/api/client";
import { Balance } from "@/draw/balance";
import { tipShort } from "@/text/tip";
import { usePreferences } from "@/ui/preferences";
import { FuelPicker } from "../FuelPicker";
import { Quiet } from "../Quiet";
import { isTube, leavesADrop, sidesOf, turned } from "./asks";
import { Holding } from "./Holding";
import { SectionInputs } from "./SectionInputs";
import { SectionStage } from "./SectionStage";
import { StrokeList } from "./StrokeList";
import { StrokeWhy } from "./StrokeWhy";
import { TemplateLink } from "./TemplateLink";
import { Totals } from "./Totals";
import { Ways } from "./Ways";

type Section = Schemas["SectionReply"];
type Props = {
  plan: CutPlan;
  section: Section;
  request: CutPlanRequest;
  errors: FieldError[];
  /** Grades that can be named. */
  grades: readonly { value: string; text: string }[];
  onChange: (change: CutInput) => void;
  onFuel: (fuel: string) => void;
  onWhy: (quantity: string) => void;
};

export function SectionBench(props: Props) {
  const { plan, section, request, errors, grades, onChange, onFuel, onWhy } = props;
  const { system } = usePreferences();
  const [here, setHere] = useState(0);
  useEffect(() => setHere((now) => Math.min(now, section.strokes.length - 1)), [section]);
  const [asked, setAsked] = useState<string | null>(null);
  const sides = sidesOf(request.section);
  const of = (change: CutInput["section"] & object) => onChange({ section: change });
  const stopped = plan.verdict === "stop";
  return (
    <div
      className="grid grid-cols-1 items-start gap-3 lg:grid-cols-[minmax(0,12fr)_minmax(0,10fr)]"
      data-section={section.profile.code}
    >
      <div className="flex min-w-0 flex-col gap-3">
        <SectionStage
          section={section}
          here={here}
          onHere={setHere}
          stopped={stopped}
          sides={sides}
          onSide={(side) => of({ sides: turned(sides, side), access: null, way: null })}
        />
        <SectionInputs
          request={request}
          kinds={section.kinds}
          isTube={isTube(section.profile.family)}
          grades={grades}
          errors={errors}
          onChange={onChange}
        />
        <label className="flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="size-4 accent-(--accent)"
            checked={request.section?.turning ?? request.section?.access !== "one_side"}
            onChange={(event) => of({ turning: event.target.checked, way: null })}
          />
          The piece can be turned over
        </label>
      </div>
      <div className="flex min-w-0 flex-col gap-3" data-refused={errors.length > 0}>
        <FuelPicker value={request.gas.fuel} onChange={onFuel} />
        <Ways section={section} stopped={stopped} onWay={(way) => of({ way })} />
        {!stopped && (
          <p className="text-sm">
            {section.one_tip ? (
              <>
                Tip <strong>{tipShort(section.tip)}</strong> for every stroke.
              </>
            ) : (
              "No one tip suits every stroke: each names its own."
            )}
          </p>
        )}
        <StrokeList
          section={section}
          fuel={request.gas.fuel}
          stopped={stopped}
          here={here}
          onPick={setHere}
          onWhy={setAsked}
        />
        <StrokeWhy
          request={request}
          stroke={here + 1}
          quantity={asked}
          onClose={() => setAsked(null)}
        />
        <Totals plan={plan} fuel={request.gas.fuel} onWhy={onWhy} />
        {(section.piece ?? section.drop) && (
          <Balance section={section} parted={leavesADrop(section.kind)} system={system} />
        )}
        <Holding section={section} />
        <TemplateLink section={section} request={request} />
        <Quiet notes={plan.notes} />
      </div>
    </div>
  );
}
