/** What the shop finds in the morning: gas at hand, what is stopped and why, what stands, what is due. Pure. */
import type { GearView, Schemas } from "@/api/client";

type Next = Pick<Schemas["NextLine"], "view">;

export type Group = { kind: "stopped" | "standing" | "unusable" | "due" | "dirty"; what: string[] };
export type Morning = {
  /** Free gas at hand by gas, l, of cylinders in service whose contents are known and that may be used. */
  gas: { gas: string; free_l: number; cylinders: number }[];
  groups: Group[];
};

/** Notes of gear by what they are about; what is only worth knowing in the rack stays there. */
const ABOUT: Record<string, Group["kind"]> = {
  cylinder_lying: "standing",
  cylinder_unlabelled: "unusable",
  seat_dinged: "unusable",
  hose_overdue: "due",
  cylinder_doubted: "due",
  tip_dirty: "dirty",
};

/** The newest edges that were looked at: the day, and what each turned out to come from. */
export function edgesOf(
  kept: readonly { diagnosis: Pick<Schemas["KeptDiagnosis"], "id" | "happened_at" | "settled"> }[],
  words: (code: string) => string,
  open: string,
): { id: string; what: string }[] {
  const day = (at: string) =>
    new Date(at).toLocaleDateString("en", { day: "numeric", month: "short" });
  return kept.map(({ diagnosis: { id, happened_at, settled } }) => ({
    id,
    what: `${day(happened_at)} ${settled === "" ? open : words(settled)}`,
  }));
}

const ORDER: readonly Group["kind"][] = ["stopped", "standing", "unusable", "due", "dirty"];

export function morningOf(rack: readonly GearView[], next: readonly Next[]): Morning {
  const serving = rack.filter((each) => each.gear.in_service);
  const gas = new Map<string, { free_l: number; cylinders: number }>();
  for (const { gear, free_gas_l, notes } of serving) {
    const stopped = notes.some((note) => note.level === "stop");
    if (gear.kind !== "cylinder" || free_gas_l == null || stopped) continue;
    const of = String((gear.fields as { gas?: string }).gas);
    const had = gas.get(of) ?? { free_l: 0, cylinders: 0 };
    gas.set(of, { free_l: had.free_l + free_gas_l, cylinders: had.cylinders + 1 });
  }
  const found = new Map<Group["kind"], string[]>();
  const add = (kind: Group["kind"], what: string) =>
    found.set(kind, [...(found.get(kind) ?? []), what]);
  for (const { view } of next) {
    const stop = view.plan?.notes.find((note) => note.level === "stop");
    if (stop !== undefined) add("stopped", `${view.line.typed}: ${brief(stop.text)}`);
  }
  for (const { gear, notes } of serving) {
    for (const note of notes) {
      const kind = ABOUT[note.code];
      if (kind !== undefined) add(kind, gear.label);
    }
  }
  const groups = ORDER.flatMap((kind) => {
    const what = found.get(kind);
    return what === undefined ? [] : [{ kind, what: [...new Set(what)] }];
  });
  return { gas: [...gas].map(([of, had]) => ({ gas: of, ...had })), groups };
}

/** The first clause of a sentence: what it is about. */
function brief(text: string): string {
  return text.split(/[:.] /)[0] ?? text;
}
