/** An edge as it is measured, and how what is found is said. Pure. */
import type { Schemas } from "@/api/client";
import { options } from "@/text";
import type { Kind } from "@/units";

/** What was measured, in the contract's units; null where nobody did. */
export type Measures = Record<
  | "perpendicularity_mm"
  | "roughness_rz5_um"
  | "roughness_ra_um"
  | "gouge_depth_mm"
  | "section_loss_percent"
  | "corner_radius_mm",
  number | null
> & { thickness_mm: number; slag: string; sharp: boolean; tension: boolean; heavy_shape: boolean };

export type Measure = Exclude<keyof Measures, "slag" | "sharp" | "tension" | "heavy_shape">;

export const NOT_LOOKED = "not looked at";
export const PLAIN: Measures = {
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

export const SLAG = options([NOT_LOOKED, "none", "taps_off", "holds"]);

export const FLAGS = [
  { key: "sharp", text: "The groove is sharp, a V" },
  { key: "tension", text: "The edge is pulled in use" },
  { key: "heavy_shape", text: "Cope or access hole, flange over 50 mm (2 in)" },
] as const;

export const FIELDS: readonly { key: Measure; label: string; kind: Kind }[] = [
  { key: "gouge_depth_mm", label: "Deepest groove", kind: "bore" },
  { key: "section_loss_percent", label: "Section lost there", kind: "percent" },
  { key: "corner_radius_mm", label: "Inside corner, radius", kind: "length" },
  { key: "roughness_ra_um", label: "Roughness Ra, µm", kind: "ratio" },
];

const LEVELS = {
  accept: "ok",
  brush: "info",
  chip: "info",
  grind: "caution",
  weld_or_reject: "stop",
} as const;

export const level = (action: string) => LEVELS[action as keyof typeof LEVELS] ?? "info";

/** A rule in words. `ruleWords("gouge_or_notch")` is "gouge or notch". */
export const ruleWords = (rule: string) => rule.replaceAll("_", " ");

/** Which range of ISO 9013 a measure lies in, in words; `last` is the widest there is. */
export function rangeWords(given: number | null, found: number | null | undefined, last: number) {
  if (given === null) return "not measured";
  return found == null ? `beyond range ${last}` : `range ${found}`;
}

/** What a row of the rules says of this edge; of the rows of a rule only one speaks. */
export function judgedAt(
  grade: Pick<Schemas["GradeReply"], "rules" | "judgements">,
  at: number,
): Schemas["GradeReply"]["judgements"][number] | undefined {
  const { rule } = grade.rules[at] ?? {};
  const row = grade.rules.slice(0, at).filter((each) => each.rule === rule).length;
  return grade.judgements.find((each) => each.rule === rule && each.row === row);
}

/** What is asked of the server: slag that nobody looked at is none. */
export function askedOf(now: Measures) {
  return { ...now, slag: now.slag === NOT_LOOKED ? null : now.slag };
}
