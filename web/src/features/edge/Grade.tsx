/** A measured edge: its ranges by ISO 9013, what structural codes ask, what is to be done. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { MeasureScene } from "@/draw/measure";
import { refusal, SCREEN, sentence, word } from "@/text";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { useKept } from "@/ui/kept";
import { Mark } from "@/ui/mark";
import { MeasureField } from "@/ui/measure-field";
import { GROUNDS } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { Failed } from "@/ui/states";
import type { Kind } from "@/units";

/** What was measured, in the contract's units; null where nobody did. */
type Measures = Record<
  | "perpendicularity_mm"
  | "roughness_rz5_um"
  | "roughness_ra_um"
  | "gouge_depth_mm"
  | "section_loss_percent"
  | "corner_radius_mm",
  number | null
> & { thickness_mm: number; slag: string; sharp: boolean; tension: boolean; heavy_shape: boolean };

type Measure = Exclude<keyof Measures, "slag" | "sharp" | "tension" | "heavy_shape">;

const NOT_LOOKED = "not looked at";
const PLAIN: Measures = {
  thickness_mm: 19.05,
  perpendicularity_mm: null,
  roughness_rz5_um: null,
  roughness_ra_um: null,
  gouge_depth_mm: null,
  section_loss_percent: null,
  corner_radius_mm: null,
  slag: NOT_LOOKED,
  sharp: false,
  tension: false,
  heavy_shape: false,
};

const SLAG = [NOT_LOOKED, "none", "taps_off", "holds"].map((value) => ({
  value,
  text: word(value),
}));

const FLAGS = [
  { key: "sharp", text: "The groove is sharp, a V" },
  { key: "tension", text: "The edge is pulled in use" },
  { key: "heavy_shape", text: "Cope or access hole, flange over 50 mm (2 in)" },
] as const;

const FIELDS: readonly { key: Measure; label: string; kind: Kind }[] = [
  { key: "gouge_depth_mm", label: "Deepest groove", kind: "bore" },
  { key: "section_loss_percent", label: "Section lost there", kind: "percent" },
  { key: "corner_radius_mm", label: "Inside corner, radius", kind: "length" },
  { key: "roughness_ra_um", label: "Roughness Ra, µm", kind: "ratio" },
];

const HOW = [
  { scene: "square", text: SCREEN.measureSquare },
  { scene: "strip", text: SCREEN.measureStrip },
  { scene: "groove", text: SCREEN.measureGroove },
] as const;

const LEVELS = {
  accept: "ok",
  brush: "info",
  chip: "info",
  grind: "caution",
  weld_or_reject: "stop",
} as const;

const level = (action: string) => LEVELS[action as keyof typeof LEVELS] ?? "info";

/** A rule in words. `ruleWords("gouge_or_notch")` is "gouge or notch". */
const ruleWords = (rule: string) => rule.replaceAll("_", " ");

function Verdict({ grade }: { grade: Schemas["GradeReply"] }) {
  const { system } = usePreferences();
  if (grade.action == null) {
    return <p className="text-sm text-ink-2">{SCREEN.nothingMeasured}</p>;
  }
  return (
    <div
      className={`flex flex-col gap-2 rounded-md p-4 ${GROUNDS[level(grade.action)]}`}
      data-action={grade.action}
    >
      <p className="flex items-center gap-2 text-xl font-semibold">
        <Mark level={level(grade.action)} size={24} />
        <span className="first-letter:uppercase">{word(grade.action)}</span>
      </p>
      <ul className="flex flex-col gap-1.5 text-sm">
        {grade.judgements.map((each) => (
          <li key={each.rule} className="flex gap-2" data-rule={each.rule}>
            <span className="pt-0.5">
              <Mark level={level(each.action)} />
            </span>
            <span>
              <strong className="inline-block first-letter:uppercase">
                {ruleWords(each.rule)}.
              </strong>{" "}
              {sentence("notes", each.why.code, each.why.values, system, each.why.text)}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

function Rules({ grade }: { grade: Schemas["GradeReply"] }) {
  // of the rows of a rule only one speaks
  const judged = (at: number) => {
    const { rule } = grade.rules[at] ?? {};
    const row = grade.rules.slice(0, at).filter((each) => each.rule === rule).length;
    return grade.judgements.find((each) => each.rule === rule && each.row === row);
  };
  return (
    <section aria-labelledby="rules" className="flex flex-col gap-2">
      <h2 id="rules" className="text-lg font-semibold">
        What structural codes ask
      </h2>
      <p className="text-sm text-ink-2">{SCREEN.checkEdition}</p>
      <ul className="flex flex-col gap-2 text-sm">
        {grade.rules.map((rule, at) => {
          const found = judged(at);
          return (
            <li
              key={`${rule.rule} ${rule.applies_to}`}
              className="flex gap-2 rounded-md border border-line bg-sheet px-3 py-2"
            >
              <span className="w-4 shrink-0 pt-0.5">
                {found ? <Mark level={level(found.action)} /> : <span aria-hidden="true">○</span>}
              </span>
              <span>
                <strong className="inline-block first-letter:uppercase">
                  {ruleWords(rule.rule)}
                </strong>
                , {rule.applies_to}: {rule.limit}. Beyond: {rule.repair}.{" "}
                <span className="text-ink-2">{rule.clause} (from memory)</span>
              </span>
            </li>
          );
        })}
      </ul>
      <p className="text-xs text-ink-2">{grade.source}</p>
    </section>
  );
}

export function Grade() {
  const { system } = usePreferences();
  const [now, setNow] = useKept<Measures>("galvanon.edge.grade", PLAIN);
  const body = { ...now, slag: now.slag === NOT_LOOKED ? null : now.slag };
  const grade = useQuery({
    queryKey: keys.grade(body),
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => data(api.POST("/api/v1/edge/grade", { body })),
  });
  const failure = grade.error instanceof ApiFailure ? grade.error : null;
  const problem = (path: string) => {
    const found = failure?.fields.find((field) => field.path === path);
    return found === undefined ? undefined : refusal(found, system);
  };
  const range = (given: number | null, found: number | null | undefined, last: number) =>
    given === null ? "not measured" : found == null ? `beyond range ${last}` : `range ${found}`;
  const field = (key: Measure, label: string, kind: Kind) => (
    <MeasureField
      key={key}
      label={label}
      kind={kind}
      value={now[key]}
      error={problem(key)}
      onCommit={(value) => setNow({ ...now, [key]: value })}
      {...(key === "thickness_mm" ? {} : { onClear: () => setNow({ ...now, [key]: null }) })}
    />
  );
  return (
    <div className="grid items-start gap-5 lg:grid-cols-2">
      <div className="flex flex-col gap-3">
        <div className="grid grid-cols-2 items-start gap-3 sm:grid-cols-3">
          {field("thickness_mm", "Thickness", "length")}
          <div>
            {field("perpendicularity_mm", "Out of square, u", "bore")}
            <p className="text-sm font-semibold" data-grade="perpendicularity">
              {range(now.perpendicularity_mm, grade.data?.perpendicularity_range, 5)}
            </p>
          </div>
          <div>
            {field("roughness_rz5_um", "Roughness Rz5, µm", "ratio")}
            <p className="text-sm font-semibold" data-grade="roughness">
              {range(now.roughness_rz5_um, grade.data?.roughness_range, 4)}
            </p>
          </div>
          {FIELDS.map(({ key, label, kind }) => field(key, label, kind))}
          <Choice
            label="Slag on the bottom edge"
            value={now.slag}
            options={SLAG}
            onChange={(slag) => setNow({ ...now, slag })}
          />
        </div>
        <div className="flex flex-col gap-1 text-sm">
          {FLAGS.map(({ key, text }) => (
            <label key={key} className="flex min-h-9 items-center gap-2">
              <input
                type="checkbox"
                checked={now[key]}
                onChange={(event) => setNow({ ...now, [key]: event.target.checked })}
                className="size-5 accent-(--accent)"
              />
              {text}
            </label>
          ))}
        </div>
        <Button className="self-start" onClick={() => setNow(PLAIN)}>
          Next edge
        </Button>
        <ul className="grid gap-3 sm:grid-cols-3" aria-label="How to measure">
          {HOW.map(({ scene, text }) => (
            <li key={scene} className="rounded-md border border-line bg-sheet p-2 text-xs">
              <MeasureScene scene={scene} />
              {text}
            </li>
          ))}
        </ul>
      </div>
      <div className="flex flex-col gap-4">
        <h2 className="text-lg font-semibold">What to do with it</h2>
        {failure && failure.fields.length === 0 && <Failed error={failure} />}
        {grade.data && <Verdict grade={grade.data} />}
        {grade.data && <Rules grade={grade.data} />}
      </div>
    </div>
  );
}
