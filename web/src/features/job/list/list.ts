/** A cut list as it is planned row by row. Pure. */
import type { Schemas } from "@/api/client";
import { ABSENT } from "@/cut/model";
import { isHeatingHead, tipShort } from "@/text/tip";
import type { Level } from "@/ui/mark";
import { clock, print, type System, setting } from "@/units";

export type Row = Schemas["PlannedRow"];
/** The rows that have come, of so many; all of them, or not yet. */
export type Progress = { rows: Row[]; total: number; done: boolean };

const LEVELS: Record<string, Level> = { ok: "ok", caution: "caution", stop: "stop", error: "stop" };

/** The mark of a row's verdict. `levelOf("error")` is "stop". */
export const levelOf = (verdict: string): Level => LEVELS[verdict] ?? "info";

/** What stands in a row beside its words: tip, oxygen, pace, time, cost. Of a cut that is stopped none is set, nor promised. */
export function cellsOf(
  verdict: string,
  settings: NonNullable<Row["settings"]>,
  system: System,
): string[] {
  if (verdict === "stop") return Array(5).fill(ABSENT);
  const { oxygen_pressure_kpa: oxygen, travel_speed_mm_min: pace, time_s, cost } = settings;
  return [
    tipShort(settings),
    oxygen == null ? setting(null, system) : print(oxygen, "pressure", system),
    isHeatingHead(settings) ? ABSENT : print(pace, "speed", system),
    clock(time_s),
    cost == null ? "" : print(cost, "money", system),
  ];
}

/** The rows that can be kept: a cut that is stopped is one, a row that was not understood is none. */
export const understood = (rows: readonly Row[]): Row[] =>
  rows.filter(({ verdict }) => verdict !== "error");

/** What came so far: how many of each verdict, the seconds of all that is not stopped, and which part of the list it is. */
export function tally({ rows, total }: Pick<Progress, "rows" | "total">) {
  const of = (verdict: string) => rows.filter((row) => row.verdict === verdict).length;
  const good = understood(rows);
  const going = good.filter(({ verdict }) => verdict !== "stop");
  return {
    good,
    counts: { ok: of("ok"), caution: of("caution"), stop: of("stop"), error: of("error") },
    seconds: going.reduce((sum, { settings }) => sum + (settings?.time_s ?? 0), 0),
    part: total === 0 ? 0 : rows.length / total,
  };
}

/** Bytes as a body of JSON carries them. */
export function base64(bytes: ArrayBuffer): string {
  let text = "";
  for (const byte of new Uint8Array(bytes)) text += String.fromCharCode(byte);
  return btoa(text);
}

/** Lines of a stream, as they become whole. */
export async function* lines(stream: ReadableStream<Uint8Array>): AsyncGenerator<string> {
  const reader = stream.getReader();
  const decoder = new TextDecoder();
  let rest = "";
  for (;;) {
    const { done, value } = await reader.read();
    rest += decoder.decode(value, { stream: !done });
    const whole = rest.split("\n");
    rest = whole.pop() ?? "";
    yield* whole;
    if (done) return;
  }
}

/** Lists up to so many rows are drawn whole: they print, and a reader finds in them. */
export const WHOLE = 400;

type Seen = { index: number; start: number; end: number };

/** Which rows are drawn, and how high what is not drawn above and below them is, px; `top` is where the list begins. */
export function drawnOf(
  count: number,
  seen: readonly Seen[],
  { top, high }: { top: number; high: number },
): { rows: number[]; before: number; after: number } {
  const [first, last] = [seen[0], seen.at(-1)];
  if (count <= WHOLE || first === undefined || last === undefined) {
    return {
      rows: Array.from({ length: Math.min(count, WHOLE) }, (_, i) => i),
      before: 0,
      after: 0,
    };
  }
  return {
    rows: seen.map(({ index }) => index),
    before: Math.max(0, first.start - top),
    after: Math.max(0, high - (last.end - top)),
  };
}
