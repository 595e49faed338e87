/** What is told of a job's gas and tips. Pure. */
import type { Schemas } from "@/api/client";
import { clock, print, type System } from "@/units";

type Plan = Schemas["GasPlan"];
type Note = Plan["notes"][number];

/** When another cylinder is opened, of all gases in the order of time; the first of each is open from the start. */
export function swapsOf({ gases }: Pick<Plan, "gases">) {
  return gases
    .flatMap((supply) => supply.spans.slice(1).map((span) => ({ supply, span })))
    .sort((a, b) => a.span.from_s - b.span.from_s);
}

/** What is said of the job, apart from what is said of cylinders in the rack that are not counted. */
export function parted(notes: readonly Note[]): { rack: Note[]; mine: Note[] } {
  const ofRack = (note: Note) => note.code.startsWith("cylinder_");
  return { rack: notes.filter(ofRack), mine: notes.filter((note) => !ofRack(note)) };
}

/** The cuts that are not counted, as they end a sentence. `leftOut(2)` is "; 2 stopped cuts are left out". */
export function leftOut(stopped: number): string {
  if (stopped === 0) return "";
  return `; ${stopped === 1 ? "one stopped cut is" : `${stopped} stopped cuts are`} left out`;
}

/** How often the tip is changed. */
function changes(tips: readonly unknown[]): string {
  const count = Math.max(0, tips.length - 1);
  return count === 1 ? "one tip change" : `${count === 0 ? "no" : count} tip changes`;
}

type Tips = Pick<Schemas["JobTipsReply"], "fewest" | "best" | "with_fewest" | "with_best">;

/** What the fewest tips take beside the tip that suits each cut best. */
export function tipsTake({ fewest, best, with_fewest, with_best }: Tips, system: System): string {
  const takes = ({ total_s, oxygen_l }: Schemas["TipsTake"]) =>
    `${clock(total_s)}, ${print(oxygen_l, "gas_volume", system)} oxygen`;
  const saved = with_best.total_s - with_fewest.total_s;
  const told = [
    `With ${changes(fewest)}: ${takes(with_fewest)}.`,
    `With the tip each cut is planned with, ${changes(best)}: ${takes(with_best)}.`,
  ];
  const verb = saved > 0 ? "save" : "cost";
  if (Math.abs(saved) >= 1)
    told.push(`The fewer tips ${verb} ${clock(Math.abs(saved))}, changing tips counted.`);
  return told.join(" ");
}
