/** What is asked less often: pieces, grade, layers, access, what stands behind, stroke, heat and purity, tip. */

import type { CutInput, CutPlanRequest, FieldError, Schemas } from "@/api/client";
import { options } from "@/text";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { isSameTip, tipsToPick } from "../tips";
import { gradeOf, gradesOf, named, number, SHEET } from "./options";
import { useRefused } from "./useRefused";

export type InputsProps = {
  request: CutPlanRequest;
  errors: FieldError[];
  reference: Schemas["ReferenceReply"] | undefined;
  onChange: (change: CutInput) => void;
  /** A part is laid out: how far and from where its paths run is not typed here. */
  laid?: boolean;
};

const STROKES = options(["cut", "gouge", "wash", "head", "nut"]);
const ACCESS = options(["both", "near_only"]);
const SIDES = options(["far_side", "near_side"]);
const SEALED = [
  { value: "no", text: "open" },
  { value: "yes", text: "closed space" },
];
const VENTILATION = [
  { value: "no", text: "not named" },
  { value: "yes", text: "named" },
];
const CHOSEN = "chosen";

export function More({ request, errors, reference, onChange, laid = false }: InputsProps) {
  const error = useRefused(errors);
  const { steel, cut, gas, tip } = request;
  const tips = tipsToPick(request, reference);
  const picked = tips.findIndex((each) => isSameTip(each, tip));
  const choices = [
    { value: CHOSEN, text: "chosen for me" },
    ...tips.map((each, i) => ({ value: String(i), text: each.text })),
  ];
  return (
    <>
      <MeasureField
        label="Pieces"
        kind="count"
        value={number(cut.count ?? 1)}
        error={error("cut.count")}
        onCommit={(count) => onChange({ cut: { count } })}
      />
      <Choice
        label="Grade"
        value={gradeOf(steel)}
        options={gradesOf(steel, reference)}
        onChange={(grade) =>
          grade !== SHEET && onChange({ steel: { grade: named(grade), composition_percent: null } })
        }
      />
      <MeasureField
        label="Layers"
        kind="count"
        value={number(steel.layers ?? 1)}
        error={error("steel.layers")}
        onCommit={(layers) => onChange({ steel: { layers } })}
      />
      <Choice
        label="Torch side"
        value={steel.access ?? "both"}
        options={ACCESS}
        onChange={(access) => onChange({ steel: { access } })}
      />
      <Choice
        label="Behind it"
        value={steel.sealed ? "yes" : "no"}
        options={SEALED}
        onChange={(sealed) => onChange({ steel: { sealed: sealed === "yes" } })}
      />
      <Choice
        label="Ventilation"
        value={steel.ventilation_named ? "yes" : "no"}
        options={VENTILATION}
        onChange={(named) => onChange({ steel: { ventilation_named: named === "yes" } })}
      />
      {!laid && (
        <>
          <Choice
            label="Stroke"
            value={cut.stroke ?? "cut"}
            options={STROKES}
            onChange={(stroke) => onChange({ cut: { stroke } })}
          />
          <Choice
            label="Scrap is on the"
            value={cut.scrap ?? "far_side"}
            options={SIDES}
            onChange={(scrap) => onChange({ cut: { scrap } })}
          />
          <MeasureField
            label="Bevel"
            kind="angle"
            value={number(cut.bevel_deg ?? 0)}
            error={error("cut.bevel_deg")}
            onCommit={(bevel_deg) => onChange({ cut: { bevel_deg } })}
          />
        </>
      )}
      <MeasureField
        label="Plate temperature"
        kind="temperature"
        value={number(steel.plate_temperature_c ?? 20)}
        error={error("steel.plate_temperature_c")}
        onCommit={(plate_temperature_c) => onChange({ steel: { plate_temperature_c } })}
      />
      <MeasureField
        label="Oxygen purity"
        kind="percent"
        value={number(gas.oxygen_purity_percent ?? 99.5)}
        error={error("gas.oxygen_purity_percent")}
        onCommit={(oxygen_purity_percent) => onChange({ gas: { oxygen_purity_percent } })}
      />
      <Choice
        label="Tip"
        value={tip && picked >= 0 ? String(picked) : CHOSEN}
        options={choices}
        onChange={(at) => onChange({ tip: tips[Number(at)]?.tip ?? null })}
      />
    </>
  );
}
