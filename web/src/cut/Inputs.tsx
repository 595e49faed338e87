/** What is cut and how: the numbers and words behind the drawing, each typed or picked. */
import { ChevronDown } from "lucide-react";
import { Collapsible } from "radix-ui";
import type { CutInput, CutPlanRequest, FieldError, Schemas } from "@/api/client";
import { refusal, word } from "@/text";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { HeatNumber } from "./HeatNumber";
import { isSameTip, tipsToPick } from "./tips";

type Props = {
  request: CutPlanRequest;
  errors: FieldError[];
  reference: Schemas["ReferenceReply"] | undefined;
  onChange: (change: CutInput) => void;
  /** A part is laid out: how far and from where its paths run is not typed here. */
  laid?: boolean;
};

const options = (codes: readonly string[]) => codes.map((value) => ({ value, text: word(value) }));
const PROCESSES = options(["freehand", "guided", "machine"]);
const STARTS = options(["edge", "drilled_hole", "pierce"]);
const QUALITIES = options(["fine", "standard", "severance"]);
const FACES = options(["clean", "mill_scale", "light_rust", "heavy_rust", "paint", "galvanised"]);
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
const MILD = "mild";
const SHEET = "sheet";
const CHOSEN = "chosen";

export function Inputs({ request, errors, reference, onChange, laid = false }: Props) {
  const { system } = usePreferences();
  const { steel, cut, gas, tip } = request;
  const error = (path: string) => {
    const found = errors.find((each) => each.path === path);
    return found === undefined ? undefined : refusal(found, system);
  };
  const number = (value: unknown) => (typeof value === "number" ? value : null);
  const bySheet = steel.composition_percent != null;
  const grades = [
    ...(bySheet ? [{ value: SHEET, text: "by its mill sheet" }] : []),
    { value: MILD, text: "mild, not named" },
    ...(reference?.grades ?? []).map((g) => ({ value: g.grade, text: g.title })),
  ];
  const tips = tipsToPick(request, reference);
  const picked = tips.findIndex((each) => isSameTip(each, tip));
  const choices = [
    { value: CHOSEN, text: "chosen for me" },
    ...tips.map((each, i) => ({ value: String(i), text: each.text })),
  ];
  return (
    <Collapsible.Root className="flex flex-col gap-2">
      <div className="grid grid-cols-[repeat(auto-fill,minmax(112px,1fr))] items-start gap-2">
        <MeasureField
          label="Thickness"
          kind="length"
          value={number(steel.thickness_mm)}
          error={error("steel.thickness_mm")}
          onCommit={(thickness_mm) => onChange({ steel: { thickness_mm } })}
        />
        {!laid && (
          <MeasureField
            label="Length of cut"
            kind="length"
            value={number(cut.length_mm)}
            error={error("cut.length_mm")}
            onCommit={(length_mm) => onChange({ cut: { length_mm } })}
          />
        )}
        <Choice
          label="Torch is moved"
          value={cut.process}
          options={PROCESSES}
          onChange={(process) => onChange({ cut: { process } })}
        />
        <HeatNumber
          value={steel.heat_number}
          onCommit={(heat_number) => onChange({ steel: { heat_number } })}
        />
        <Choice
          label="Near face"
          value={steel.surface ?? "clean"}
          options={FACES}
          onChange={(surface) => onChange({ steel: { surface } })}
        />
        <Choice
          label="Far face"
          value={steel.back_surface ?? "clean"}
          options={FACES}
          onChange={(back_surface) => onChange({ steel: { back_surface } })}
        />
        {!laid && (
          <Choice
            label="Start"
            value={cut.start ?? "edge"}
            options={STARTS}
            onChange={(start) => onChange({ cut: { start } })}
          />
        )}
        <Choice
          label="Edge asked"
          value={cut.quality ?? "standard"}
          options={QUALITIES}
          onChange={(quality) => onChange({ cut: { quality } })}
        />
      </div>
      <Collapsible.Content className="grid grid-cols-[repeat(auto-fill,minmax(112px,1fr))] items-start gap-2">
        <MeasureField
          label="Pieces"
          kind="count"
          value={number(cut.count ?? 1)}
          error={error("cut.count")}
          onCommit={(count) => onChange({ cut: { count } })}
        />
        <Choice
          label="Grade"
          value={bySheet ? SHEET : (steel.grade ?? MILD)}
          options={grades}
          onChange={(grade) =>
            grade !== SHEET &&
            onChange({ steel: { grade: grade === MILD ? null : grade, composition_percent: null } })
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
      </Collapsible.Content>
      <Collapsible.Trigger className="group inline-flex h-7 items-center gap-1 self-start rounded-md px-1 text-xs text-ink-2 hover:bg-sunk">
        <ChevronDown size={14} aria-hidden="true" className="group-data-[state=open]:rotate-180" />
        Pieces, grade, layers, access,{laid ? "" : " stroke, scrap side, bevel,"} plate temperature,
        purity, tip
      </Collapsible.Trigger>
    </Collapsible.Root>
  );
}
