/** What the bench knows about a cut, without any fetching or drawing. */
import type {
  CutInput,
  CutPlan,
  CutPlanRequest,
  FieldError,
  LineView,
  Schemas,
} from "@/api/client";
import { boxOf } from "@/draw/layout/geometry";
import { SCREEN, word } from "@/text";
import { isHeatingHead, tipName, tipShort } from "@/text/tip";
import {
  band,
  boreName,
  clock,
  type Kind,
  plateName,
  print,
  type System,
  setting,
  tape,
} from "@/units";
import { workFacts } from "./work/line";

/** Lays `change` over `input`, part by part. `with({cut:{start:"edge"}}, {cut:{count:2}})` has both. */
export function withChange(input: CutInput, change: CutInput): CutInput {
  const out: CutInput = { ...input, ...change };
  for (const part of ["steel", "cut", "gas", "section", "layout"] as const) {
    if (input[part] || change[part])
      Object.assign(out, { [part]: { ...input[part], ...change[part] } });
  }
  return out;
}

/** What is wanted while its plan is under way: the planned request with all that was typed since. */
export function wantedOf(request: CutPlanRequest, input: CutInput): CutPlanRequest {
  const { steel, cut, gas, section, work } = request;
  return {
    ...request,
    steel: { ...steel, ...input.steel },
    cut: { ...cut, ...input.cut },
    gas: { ...gas, ...input.gas },
    ...(section ? { section: { ...section, ...input.section } as typeof section } : {}),
    ...(work ? { work: input.work ?? work } : {}),
  };
}

type Draft = { request: CutPlanRequest; wanted: CutPlanRequest; errors: readonly FieldError[] };

/** The thickness that is drawn: the wanted one, but for one that is refused. */
export function thicknessOf({ request, wanted, errors }: Draft): number {
  const refused = errors.some((error) => error.path === "steel.thickness_mm");
  // only a plate is drawn by it, and a plate that is planned has one
  return (refused ? request : wanted).steel.thickness_mm ?? 0;
}

/** The cut in the reader's words: "4× 3/4 in plate · 36 in · guided · light rust". */
export function facts(request: CutPlanRequest, system: System): string {
  const { steel, cut, tip } = request;
  if (request.work) {
    const pieces = (cut.count ?? 1) > 1 ? `${cut.count}× ` : "";
    const what = workFacts(request.work, system);
    return pieces + [...what, ...heatOf(steel)].join(" · ");
  }
  const face = (code: string | null | undefined, prefix = "") =>
    code && code !== "clean" ? `${prefix}${word(code)}` : null;
  const pieces = (cut.count ?? 1) > 1 ? `${cut.count}× ` : "";
  const plate = `${plateName(steel.thickness_mm ?? 0, system)} plate`;
  const what = request.layout
    ? [...partFacts(request.layout.part, system), plate]
    : request.section
      ? sectionFacts(request.section, system)
      : [plate, tape(cut.length_mm ?? 0, system)];
  const parts = [
    ...what.map((part, i) => (i === 0 ? `${pieces}${part}` : part)),
    cut.process ? word(cut.process) : null,
    steel.composition_percent ? "by its mill sheet" : (steel.grade ?? null),
    face(steel.surface),
    face(steel.back_surface, "back "),
    cut.start && cut.start !== "edge" ? word(cut.start) : null,
    cut.bevel_deg ? `${cut.bevel_deg}° bevel` : null,
    cut.quality && cut.quality !== "standard" ? word(cut.quality) : null,
    tip ? boreName(tip.bore_mm, system) : null,
    ...heatOf(steel),
  ];
  return parts.filter((part) => part !== null).join(" · ");
}

/** The mill's heat number, where one was told. */
function heatOf(steel: CutPlanRequest["steel"]): string[] {
  return steel.heat_number ? [`heat ${steel.heat_number}`] : [];
}

/** A part in the reader's words: "lug 4 × 6 in", "1 hole". */
export function partFacts(part: Schemas["LayoutPart"], system: System): string[] {
  const box = boxOf([part.outer]);
  const [wide, high] = [box.right - box.left, box.top - box.bottom];
  const say = (mm: number) => tape(mm, system);
  const holes = part.holes?.length ?? 0;
  const size = `${part.name || "part"} ${say(wide)} × ${say(high)}`;
  return [size, ...(holes === 0 ? [] : [holes === 1 ? "1 hole" : `${holes} holes`])];
}

/** A line in the reader's words; as it was typed where it does not plan. */
export function nameOf(view: Pick<LineView, "line" | "request">, system: System): string {
  return view.request ? facts(view.request, system) : view.line.typed;
}

/** A shape and its cut in the reader's words: "W12X26", "square cut", "20 ft". */
export function sectionFacts(section: Schemas["SectionWire"], system: System): string[] {
  const { custom, cut } = section;
  const say = (mm: number | null | undefined) => (mm == null ? null : tape(mm, system));
  const by = (...all: (number | null | undefined)[]) => all.map(say).filter(Boolean).join(" × ");
  const shape = custom
    ? `${word(custom.family)} ${by(custom.depth_mm, custom.width_mm, custom.web_mm)}`
    : (section.profile ?? "");
  const inside = section.inside_surface;
  const parts = [
    shape.toUpperCase() === shape ? shape : custom ? shape : shape.toUpperCase(),
    cut.angle_deg == null ? word(cut.kind) : `${word(cut.kind)} ${cut.angle_deg}°`,
    by(cut.depth_mm, cut.height_mm, cut.diameter_mm, cut.width_mm, cut.length_mm) || null,
    say(section.piece_length_mm),
    inside && inside !== "clean" ? `inside ${word(inside)}` : null,
  ];
  return parts.filter((part): part is string => part !== null);
}

type Band = { low: number; set: number; high: number };

/** A number of a plan as the settings show it. */
export type Row = {
  quantity: keyof CutPlan & string;
  kind: Kind;
  /** The value, or a band with its set point. */
  value: (plan: CutPlan) => number | Band;
};

/** The numbers of the settings, in the order a hand needs them; two that belong together share a row. */
export const ROWS: readonly (readonly Row[])[] = [
  [{ quantity: "start_preheat_s", kind: "duration", value: (plan) => plan.start_preheat_s }],
  [{ quantity: "travel_speed_mm_min", kind: "speed", value: (plan) => plan.travel_speed_mm_min }],
  [
    { quantity: "standoff_mm", kind: "gap", value: (plan) => plan.standoff_mm },
    { quantity: "tip_to_plate_mm", kind: "gap", value: (plan) => plan.tip_to_plate_mm },
  ],
  [
    { quantity: "kerf_mm", kind: "bore", value: (plan) => plan.kerf_mm },
    { quantity: "drag_mm", kind: "bore", value: (plan) => plan.drag_mm },
  ],
  [
    { quantity: "time_s", kind: "duration", value: (plan) => plan.time_s.total },
    { quantity: "cost", kind: "money", value: (plan) => plan.cost?.total ?? 0 },
  ],
  [
    { quantity: "oxygen_l", kind: "gas_volume", value: (plan) => plan.oxygen_l },
    { quantity: "fuel_l", kind: "gas_volume", value: (plan) => plan.fuel_l },
  ],
];

/** The set point of a value. */
export function setOf(value: number | Band): number {
  return typeof value === "number" ? value : value.set;
}

/** Where the shop's next burn is expected: "this shop's next burn: 12 to 16 s, n = 14"; null where its burns tell nothing. */
export function nextBurn(expected: Schemas["Expected"], row: Row, system: System): string | null {
  const found = (expected as Record<string, Schemas["NextBurn"] | null | undefined>)[row.quantity];
  if (!found) return null;
  return `${SCREEN.nextBurn} ${band(found.low, found.high, row.kind, system)}, n = ${found.n}`;
}

/** In place of a number that must not be set. */
export const ABSENT = "—";

type Card = {
  bore_mm: number;
  mark?: string | null;
  oxygen_pressure_kpa?: number | null;
  travel_speed_mm_min: number;
};

/** What a card sets, in short: "tip C · 1.2 mm, oxygen 30 psi, 16 in/min"; of a heating head its name alone. */
export function cardFacts(card: Card, system: System): string {
  if (isHeatingHead(card)) return tipName(card, system);
  const oxygen = card.oxygen_pressure_kpa;
  return [
    `tip ${tipName(card, system)}`,
    `oxygen ${oxygen == null ? setting(null, system) : print(oxygen, "pressure", system)}`,
    print(card.travel_speed_mm_min, "speed", system),
  ].join(", ");
}

/** What a line sets, in short, and how long all of it takes. */
export function lineFacts(plan: CutPlan, system: System): string {
  const time = clock(plan.line_total.time_s);
  const set = isHeatingHead(plan.tip)
    ? [tipShort(plan.tip)]
    : [
        `tip ${tipShort(plan.tip)}`,
        `O₂ ${setting(plan.oxygen_pressure_kpa, system)}`,
        print(plan.travel_speed_mm_min.set, "speed", system),
      ];
  return [...set, time].join(" · ");
}

/** Whether two numbers differ by more than printing would show. `moved(10, 10.01)` is false. */
export function moved(before: number, now: number): boolean {
  return Math.abs(now - before) > 0.005 * Math.max(Math.abs(before), Math.abs(now));
}

/** The key of the sentence that says why a number stays: its field name without the unit. */
export function stayKey(quantity: string): string {
  return quantity.replace(/_(mm_min|mm|s|l|kpa)$/, "");
}

/** Tells one note of a plan from another: the same can be said of either gas. */
export function noteKey(note: CutPlan["notes"][number]): string {
  return `${note.code} ${note.values.gas?.word ?? ""}`;
}

/** What a plan says in passing. */
export function quietOf(notes: CutPlan["notes"]): CutPlan["notes"] {
  return notes.filter((note) => note.level === "info");
}

/** Stops first; of what remains the first stands in full where nothing is stopped, the others in brief. */
export function inFull<T extends { level: string }>(
  notes: readonly T[],
): { full: T[]; brief: T[] } {
  const stops = notes.filter((note) => note.level === "stop");
  const cautions = notes.filter((note) => note.level === "caution");
  const first = stops.length === 0 ? cautions.slice(0, 1) : [];
  return { full: [...stops, ...first], brief: cautions.slice(first.length) };
}
