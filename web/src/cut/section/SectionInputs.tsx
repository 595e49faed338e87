/** Which shape, which cut, what is in reach: the numbers and words behind a section's drawing. */
import type { CutInput, CutPlanRequest, FieldError, SectionInput } from "@/api/client";
import { options, refusal } from "@/text";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { leavesADrop } from "./asks";
import { CutInputs } from "./CutInputs";

import { ShapeInputs } from "./ShapeInputs";

type Props = {
  request: CutPlanRequest;
  kinds: readonly string[];
  /** Whether the shape closes a space inside. */
  isTube: boolean;
  /** Grades that can be named. */
  grades: readonly { value: string; text: string }[];
  errors: FieldError[];
  onChange: (change: CutInput) => void;
};

const PROCESSES = options(["freehand", "guided", "machine"]);
const FACES = options(["clean", "mill_scale", "light_rust", "heavy_rust", "paint", "galvanised"]);
const ENDS = [
  { value: "unknown", text: "nobody looked", open: null },
  { value: "open", text: "open, both", open: true },
  { value: "closed", text: "closed", open: false },
];
const MILD = "mild";
const STANDS = options(["level_on_props", "column", "built_in", "sloping"]);
const NAMED = [
  { value: "no", text: "not named yet" },
  { value: "yes", text: "named by the rigger" },
];

export function SectionInputs({ request, kinds, isTube, grades, errors, onChange }: Props) {
  const { system } = usePreferences();
  const section: SectionInput = request.section ?? { cut: { kind: "square" } };
  const cut = section.cut as NonNullable<SectionInput["cut"]>;
  const { steel } = request;
  const of = (change: SectionInput) => onChange({ section: change });
  const error = (path: string) => {
    const found = errors.find((each) => each.path === path);
    return found === undefined ? undefined : refusal(found, system);
  };
  const part = { section, error, of };
  return (
    <div
      className="grid grid-cols-[repeat(auto-fill,minmax(124px,1fr))] items-start gap-2"
      data-section-inputs=""
    >
      <ShapeInputs {...part} />
      <CutInputs {...part} kinds={kinds} />
      <Choice
        label="Torch is moved"
        value={request.cut.process ?? "guided"}
        options={PROCESSES}
        onChange={(process) => onChange({ cut: { process } })}
      />
      <Choice
        label="Grade"
        value={steel.grade ?? MILD}
        options={[{ value: MILD, text: "mild, not named" }, ...grades]}
        onChange={(grade) => onChange({ steel: { grade: grade === MILD ? null : grade } })}
      />
      <Choice
        label="Outside"
        value={steel.surface ?? "clean"}
        options={FACES}
        onChange={(surface) => onChange({ steel: { surface } })}
      />
      <Choice
        label="Inside"
        value={section.inside_surface ?? "as outside"}
        options={[{ value: "as outside", text: "not said" }, ...FACES]}
        onChange={(next) => of({ inside_surface: next === "as outside" ? null : next })}
      />
      <MeasureField
        label="Length of the piece"
        kind="length"
        value={section.piece_length_mm ?? null}
        error={error("section.piece_length_mm")}
        onClear={() => of({ piece_length_mm: null })}
        onCommit={(piece_length_mm) => of({ piece_length_mm })}
      />
      {leavesADrop(cut.kind) && (
        <MeasureField
          label="Length of the drop"
          kind="length"
          value={section.drop_length_mm ?? null}
          error={error("section.drop_length_mm")}
          onClear={() => of({ drop_length_mm: null })}
          onCommit={(drop_length_mm) => of({ drop_length_mm })}
        />
      )}
      {isTube && (
        <Choice
          label="Ends"
          value={ENDS.find((each) => each.open === (section.ends_open ?? null))?.value ?? "unknown"}
          options={ENDS}
          onChange={(next) =>
            of({ ends_open: ENDS.find((each) => each.value === next)?.open ?? null })
          }
        />
      )}
      <Choice
        label="It stands"
        value={section.stands ?? "level_on_props"}
        options={STANDS}
        onChange={(stands) => of({ stands, rigging_named: null })}
      />
      {(section.stands ?? "level_on_props") !== "level_on_props" && (
        <Choice
          label="Rigging"
          value={section.rigging_named ? "yes" : "no"}
          options={NAMED}
          onChange={(named) => of({ rigging_named: named === "yes" })}
        />
      )}
      <MeasureField
        label="Pieces"
        kind="count"
        value={request.cut.count ?? 1}
        error={error("cut.count")}
        onCommit={(count) => onChange({ cut: { count } })}
      />
    </div>
  );
}
