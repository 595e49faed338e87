/** A work as a line of a job: its words, its request, and what the drawing measures. Pure. */
import type { CutInput, Schemas } from "@/api/client";
import { WORK_WORDS } from "@/text/work";
import { clock, print, type System, tape } from "@/units";
import {
  AT_FIRST,
  CHOICES,
  type Mark,
  MEASURES,
  type Piece,
  requestOf,
  type Said,
  USUAL_HEAD,
  usualOf,
  type WorkKind,
  type WorkRequest,
} from "./kinds";

type Stage = Schemas["StageWire"];

const say = (mm: number | null | undefined, system: System) =>
  mm == null ? null : tape(mm, system);

/** What is done, in a fabricator's words. */
export function workFacts(work: WorkRequest, system: System): string[] {
  const size = [say(work.thickness_mm, system), say(work.width_mm, system)].filter(Boolean);
  const bevel = work.bevel_deg ? `${work.bevel_deg}° bevel` : null;
  const over = work.highest_mm ? `over ${print(work.highest_mm, "gap", system)}` : null;
  const spared = { stud: "thread saved", plate: "plate saved", both: "thread and plate saved" };
  const parts: Record<string, (string | null | undefined)[]> = {
    fastener: [
      `${WORK_WORDS[work.fastener ?? ""] ?? "fastener"} off, ${say(work.diameter_mm, system)}`,
      work.head == null || work.head === USUAL_HEAD[work.fastener ?? ""]
        ? null
        : `${WORK_WORDS[work.head]?.split(",")[0] ?? work.head} head`,
      work.rusted ? "rusted" : null,
      work.coated && work.coated !== "none" ? WORK_WORDS[work.coated] : null,
      spared[work.save as keyof typeof spared],
    ],
    wash: [`wash off bar ${size.join(" × ")}`, say(work.length_mm, system)],
    gouge: [
      `gouge ${say(work.depth_mm, system)} deep`,
      say(work.length_mm, system),
      `${say(work.thickness_mm, system)} plate`,
    ],
    rail: [
      `rail ${say(work.length_mm, system)}`,
      `${say(work.thickness_mm, system)} plate`,
      over,
      bevel,
    ],
    long_cut: [
      `long cut ${say(work.depth_mm, system)} deep`,
      say(work.length_mm, system),
      `${say(work.thickness_mm, system)} thick`,
    ],
    circle: [
      `${work.kept === "hole" ? "hole" : "disc"} ${say(work.diameter_mm, system)} across`,
      `${say(work.thickness_mm, system)} plate`,
      work.turned === "carriage" ? "carriage on a radius bar" : "round a pivot",
    ],
    take_apart: ["take apart", `${work.pieces?.length ?? 0} pieces`],
    heat: [
      work.temperature_c == null
        ? "heat"
        : `heat to ${print(work.temperature_c, "temperature", system)}`,
      work.flow_l_min == null ? null : `head of ${print(work.flow_l_min, "gas_flow", system)} fuel`,
      clock(work.spell_s ?? usualOf("heat", "spell_s")),
    ],
  };
  return (parts[String(work.kind)] ?? [String(work.kind)]).filter(
    (part): part is string => part != null,
  );
}

/** A piece of a request as a row: what it leaves out is none. */
function asRow(piece: Partial<Piece>): Piece {
  return { name: "", mass_kg: null, held_by: "", ...piece };
}

/** What was said, of a request: measures that it leaves out are none. */
export function saidOf(work: WorkRequest, fuel: string): Said {
  const kind = work.kind as WorkKind;
  const own = work as unknown as Record<string, unknown>;
  const numbers = MEASURES[kind].map(({ name }) => [name, (own[name] ?? null) as number | null]);
  const words = (CHOICES[kind] ?? []).flatMap(({ name }) => {
    const word = name === "rusted" ? (own.rusted ? "yes" : "no") : own[name];
    return word == null ? [] : [[name, String(word)]];
  });
  return {
    ...AT_FIRST,
    kind,
    fuel,
    numbers: { [kind]: Object.fromEntries(numbers) },
    words: Object.fromEntries(words),
    pieces: ((work.pieces as Partial<Piece>[] | undefined) ?? []).map(asRow),
    dial: (work.dial as Mark[] | undefined) ?? [],
  };
}

/** What was said as a line of a job; null while something is missing. */
export function lineOf(said: Said): CutInput | null {
  const request = requestOf(said);
  if (request === null) return null;
  const { gas, ...work } = request;
  return { steel: {}, cut: {}, gas: { fuel: gas?.fuel ?? said.fuel }, work };
}

/** The measures of the drawing: what was asked, and what the stages set. */
export function measuresOf(
  request: object | null,
  stages: readonly Stage[],
): Record<string, number | undefined> {
  const set = stages.flatMap((stage) => Object.entries(stage.settings));
  const numbers = set.map(([name, value]) => [name, value.numbers[0]] as const);
  return { ...(request as Record<string, number | undefined>), ...Object.fromEntries(numbers) };
}

/** The choices of a request by their field, for the drawing. */
export function wordsOf(request: object | null): Record<string, string | undefined> {
  const said = Object.entries(request ?? {}).filter(([, value]) => typeof value === "string");
  return Object.fromEntries(said);
}

/** The stage by which a fastener's cuts are drawn; empty for other work. */
export function cutStage(stages: readonly Stage[]): string {
  const own = stages.find((stage) => /slices|stud$|nut_|sunk/.test(stage.code));
  if (own !== undefined) return own.code;
  // a sunk head whose thread is saved is washed straight to it
  return stages.some((stage) => stage.code === "wash_to_thread") ? "fastener_sunk" : "";
}

/** What is asked of a work when it is done; null where nothing is to be spared or reached. */
export function askedAfter(
  work: WorkRequest,
): "thread" | "plate" | "both" | "base" | "depth" | null {
  if (work.kind === "gouge") return "depth";
  if (work.kind === "wash") return "base";
  if (work.kind !== "fastener") return null;
  const of = { stud: "thread", plate: "plate", both: "both" } as const;
  return of[work.save as keyof typeof of] ?? null;
}
