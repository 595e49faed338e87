/** Which shape, which cut, what is in reach: the numbers and words behind a section's drawing. */
import type { CutInput, CutPlanRequest, FieldError, SectionInput } from "@/api/client";
import { refusal, word } from "@/text";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { FIELDS, type Field, HOLE, TAKEN, USUAL } from "./asks";
import { ShapeField } from "./ShapeField";

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
type Cut = NonNullable<SectionInput["cut"]>;
type Custom = NonNullable<SectionInput["custom"]>;

const options = (codes: readonly string[]) => codes.map((value) => ({ value, text: word(value) }));
const PROCESSES = options(["freehand", "guided", "machine"]);
const FACES = options(["clean", "mill_scale", "light_rust", "heavy_rust", "paint", "galvanised"]);
const FLANGES = [
  { value: "top", text: "upper" },
  { value: "bottom", text: "lower" },
  { value: "both", text: "both" },
];
const ACROSS = [
  { value: "depth", text: "through the depth" },
  { value: "width", text: "through the width" },
];
const STARTS = options(["pierce", "drilled_hole"]);
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
/** Cuts that leave a drop. */
const ACROSS_KINDS = ["square", "mitre", "bevel", "saddle"];
const BY_NAME = "by name";
const FAMILIES = [
  { value: BY_NAME, text: "by its name" },
  ...options([
    "i",
    "channel",
    "tee",
    "angle",
    "rectangular_tube",
    "round_tube",
    "flat",
    "round_bar",
  ]).map((each) => ({ ...each, text: `own sizes: ${each.text}` })),
];
export function SectionInputs({ request, kinds, isTube, grades, errors, onChange }: Props) {
  const { system } = usePreferences();
  const section = request.section ?? { cut: { kind: "square" } };
  const cut = section.cut as Cut;
  const custom = section.custom as Custom | null | undefined;
  const { steel } = request;
  const of = (change: SectionInput) => onChange({ section: change });
  const ofCut = (change: Partial<Cut>) => of({ cut: { ...cut, ...change } });
  const error = (path: string) => {
    const found = errors.find((each) => each.path === path);
    return found === undefined ? undefined : refusal(found, system);
  };
  const family = custom?.family ?? BY_NAME;
  const round = family === "round_tube" || family === "round_bar";
  const solid = family === "flat" || family === "round_bar";
  const flanged = ["i", "channel", "tee", "angle"].includes(family);
  const size = (key: "depth_mm" | "width_mm" | "web_mm" | "flange_mm", label: string) =>
    custom && (
      <MeasureField
        label={label}
        kind="length"
        value={custom[key] ?? null}
        error={error(`section.custom.${key}`)}
        onCommit={(value) => of({ custom: { ...custom, [key]: value } })}
      />
    );
  const round_opening = cut.kind === "web_opening" && cut.diameter_mm != null;
  const fields = round_opening
    ? [
        { key: "diameter_mm", label: "Diameter" } as const,
        { key: "offset_mm", label: "Off the middle" } as const,
      ]
    : (FIELDS[cut.kind] ?? []);
  return (
    <div
      className="grid grid-cols-[repeat(auto-fill,minmax(124px,1fr))] items-start gap-2"
      data-section-inputs=""
    >
      <Choice
        label="The shape is given"
        value={family}
        options={FAMILIES}
        onChange={(next) =>
          of(
            next === BY_NAME
              ? { custom: null, profile: section.profile ?? "W12X26" }
              : {
                  custom: { depth_mm: 150, width_mm: 100, web_mm: 8, ...custom, family: next },
                  cut: { kind: "square" },
                  way: null,
                },
          )
        }
      />
      {custom ? (
        <>
          {size("depth_mm", round ? "Diameter" : "Depth")}
          {!round && size("width_mm", "Width")}
          {!solid && size("web_mm", flanged ? "Web or leg" : "Wall")}
          {flanged && size("flange_mm", "Flange")}
        </>
      ) : (
        <ShapeField
          value={section.profile ?? ""}
          error={error("section.profile")}
          onCommit={(profile) => of({ profile, way: null })}
        />
      )}
      <Choice
        label="Cut"
        value={cut.kind}
        options={options([...new Set([...kinds, cut.kind])])}
        error={error("section.cut.kind")}
        onChange={(kind) => of({ cut: { kind, ...USUAL[kind] }, way: null })}
      />
      {cut.kind === "web_opening" && (
        <Choice
          label="Form"
          value={round_opening ? "round" : "square"}
          options={[
            { value: "square", text: "four corners" },
            { value: "round", text: "round" },
          ]}
          onChange={(form) =>
            of({
              cut:
                form === "round"
                  ? { kind: "web_opening", diameter_mm: 80 }
                  : { kind: "web_opening", ...USUAL.web_opening },
            })
          }
        />
      )}
      {fields.map(({ key, label, kind }: Field) => (
        <MeasureField
          key={key}
          label={label}
          kind={kind ?? "length"}
          value={
            (cut[key] as number | null | undefined) ??
            (cut.kind === "access_hole" ? HOLE[key] : TAKEN[key]) ??
            (cut.kind === "saddle" && key === "angle_deg" ? 90 : undefined) ??
            (key === "length_mm" ? (section.piece_length_mm ?? null) : null)
          }
          error={error(`section.cut.${key}`)}
          onCommit={(value) => ofCut({ [key]: value })}
        />
      ))}
      {cut.kind === "mitre" && (
        <Choice
          label="Slants"
          value={cut.across ?? "depth"}
          options={ACROSS}
          onChange={(across) => ofCut({ across })}
        />
      )}
      {["cope", "access_hole", "strip"].includes(cut.kind) && (
        <Choice
          label="At the flange"
          value={cut.flanges ?? "top"}
          options={FLANGES}
          onChange={(flanges) => ofCut({ flanges })}
        />
      )}
      {cut.kind === "web_opening" && (
        <Choice
          label="Start"
          value={cut.start ?? "pierce"}
          options={STARTS}
          onChange={(start) => ofCut({ start })}
        />
      )}
      <Choice
        label="Torch is moved"
        value={request.cut.process}
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
      {ACROSS_KINDS.includes(cut.kind) && (
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
