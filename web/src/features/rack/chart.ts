/** A maker's chart of many tips as tips of the drawer: one for each bore, mark and face. Pure. */
import type { GearView, Schemas } from "@/api/client";
import { boreName, type System } from "@/units";
import type { Fields } from "./model";

export type Chart = Schemas["ChartWire"];
export type TipChart = Schemas["TipChartWire"];

/** The fuels that a face is made for. */
export const FUELS = {
  flush: ["acetylene"],
  recessed: ["propane", "propylene", "natural_gas"],
} as const;
export type Face = keyof typeof FUELS;

/** A tip that a chart tells of. */
export type Pick = {
  key: string;
  bore_mm: number;
  mark: string | null;
  face: Face;
  /** One for each fuel. */
  charts: Chart[];
  /** What the shop calls a tip like it that lies in the drawer. */
  owned: string | null;
};

const near = (a: number, b: number) => Math.abs(a - b) < 1e-3;

/** The face of a tip that burns a fuel. `faceOf("propane")` is "recessed". */
export const faceOf = (fuel: string): Face =>
  FUELS.flush.some((known) => known === fuel) ? "flush" : "recessed";

/** The tips of a chart, thin to thick, each once; what lies in the drawer already is named. */
export function picks(found: readonly TipChart[], rack: readonly GearView[]): Pick[] {
  const all = new Map<string, Pick>();
  for (const { bore_mm, mark, chart } of found) {
    const face = faceOf(chart.fuel);
    const key = `${bore_mm} ${mark ?? ""} ${face}`;
    const known = all.get(key);
    if (known) {
      known.charts.push(chart);
      continue;
    }
    const like = rack.find(({ gear }) => {
      const own = gear.fields as Fields;
      const same = near(Number(own.bore_mm), bore_mm) && (own.face ?? "flush") === face;
      return gear.kind === "tip" && same && (mark == null || own.mark === mark);
    });
    const owned = like?.gear.label ?? null;
    all.set(key, { key, bore_mm, mark: mark ?? null, face, charts: [chart], owned });
  }
  return [...all.values()].sort((a, b) => a.bore_mm - b.bore_mm);
}

/** The thinnest and the thickest plate of its charts, mm; one where they are the same. */
export function plates({ charts }: Pick): number[] {
  const all = charts.flatMap(({ rows }) => rows.map((row) => row.thickness_mm));
  return all.length === 0 ? [] : [...new Set([Math.min(...all), Math.max(...all)])];
}

/** What a shop may call it: by its mark, else by its bore and face. */
export function labelOf({ mark, bore_mm, face }: Pick, system: System): string {
  return mark === null ? `${boreName(bore_mm, system)} ${face}` : `Tip ${mark}`;
}

/** What is known of it as a piece of gear; a seat that nobody said is left out. */
export function asTip({ bore_mm, mark, face, charts }: Pick, seat: string): Fields {
  return {
    bore_mm,
    face,
    kind: "general",
    seat_state: "good",
    cuts_since_cleaned: 0,
    charts,
    ...(mark === null ? {} : { mark }),
    ...(seat === "" ? {} : { seat }),
  };
}
