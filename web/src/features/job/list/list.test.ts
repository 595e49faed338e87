import { describe, expect, it } from "vitest";
import {
  base64,
  cellsOf,
  drawnOf,
  levelOf,
  lines,
  type Row,
  tally,
  understood,
  WHOLE,
} from "./list";

const row = (at: number, verdict: string, time_s: number | null = null): Row =>
  ({
    row: at,
    verdict,
    typed: "",
    problems: [],
    settings: time_s === null ? null : { time_s, notes: [] },
  }) as unknown as Row;
const ROWS = [
  row(1, "ok", 60),
  row(2, "caution", 30),
  row(3, "error"),
  row(4, "stop", 10),
  row(5, "ok", 60),
];

describe("a list that is planned", () => {
  it("counts each verdict once, and keeps what is understood, stopped cuts too", () => {
    const { counts, good } = tally({ rows: ROWS, total: 5 });
    expect(counts).toEqual({ ok: 2, caution: 1, stop: 1, error: 1 });
    expect(Object.values(counts).reduce((a, b) => a + b)).toBe(ROWS.length);
    expect(good.map((each) => each.row)).toEqual([1, 2, 4, 5]);
    expect(understood([])).toEqual([]);
  });

  it("adds up the time of what is understood and not stopped", () => {
    expect(tally({ rows: ROWS, total: 5 }).seconds).toBe(150);
    expect(tally({ rows: [row(1, "stop", 99)], total: 1 }).seconds).toBe(0);
    expect(tally({ rows: [row(1, "error", 99)], total: 1 }).seconds).toBe(0);
  });

  it("says which part has come, and of an empty list none", () => {
    expect(tally({ rows: ROWS, total: 20 }).part).toBe(0.25);
    expect(tally({ rows: [], total: 0 }).part).toBe(0);
  });

  it("marks a row that was not understood as one that stops, and no verdict of a later version", () => {
    expect(levelOf("error")).toBe("stop");
    expect(levelOf("caution")).toBe("caution");
    expect(levelOf("unheard of")).toBe("info");
  });
});

describe("the lines of an answer that comes in pieces", () => {
  async function read(chunks: Uint8Array[]): Promise<string[]> {
    const stream = new ReadableStream<Uint8Array>({
      start(controller) {
        for (const chunk of chunks) controller.enqueue(chunk);
        controller.close();
      },
    });
    const all: string[] = [];
    for await (const line of lines(stream)) all.push(line);
    return all;
  }

  it("are the same wherever it is cut, in the middle of a letter too", async () => {
    const text = '{"row":1,"echo":"20 mm plate × 4"}\n{"row":2,"echo":"Ø 80 – ½ in"}\n';
    const bytes = new TextEncoder().encode(text);
    const whole = await read([bytes]);
    expect(whole).toHaveLength(2);
    for (let at = 0; at <= bytes.length; at += 1) {
      expect(await read([bytes.slice(0, at), bytes.slice(at)])).toEqual(whole);
    }
  });

  it("are given once they are whole: a rest without an end is none", async () => {
    const bytes = new TextEncoder().encode('{"row":1}\n{"row":');
    expect(await read([bytes])).toEqual(['{"row":1}']);
    expect(await read([])).toEqual([]);
  });
});

describe("a workbook in a body", () => {
  it("is what it was when read back", () => {
    const bytes = Uint8Array.from({ length: 256 }, (_, i) => i);
    const back = atob(base64(bytes.buffer));
    expect(Array.from(back, (letter) => letter.charCodeAt(0))).toEqual([...bytes]);
  });
});

describe("which rows of a list are drawn", () => {
  const seen = (from: number, to: number) =>
    Array.from({ length: to - from }, (_, i) => ({
      index: from + i,
      start: 100 + 35 * (from + i),
      end: 135 + 35 * (from + i),
    }));

  it("all of a short one, with no room left out", () => {
    expect(drawnOf(3, seen(0, 3), { top: 100, high: 105 })).toEqual({
      rows: [0, 1, 2],
      before: 0,
      after: 0,
    });
    expect(drawnOf(WHOLE, seen(50, 60), { top: 100, high: 14_000 }).rows).toHaveLength(WHOLE);
  });

  it("of a long one those that are seen, with room for the others", () => {
    const drawn = drawnOf(10_000, seen(200, 240), { top: 100, high: 350_000 });
    expect(drawn.rows[0]).toBe(200);
    expect(drawn.rows).toHaveLength(40);
    // the room and the rows together are as high as the whole list
    expect(drawn.before + 40 * 35 + drawn.after).toBe(350_000);
    expect(drawn.before).toBe(7_000);
  });

  it("some before anything was measured, and no room below the last", () => {
    const first = drawnOf(10_000, [], { top: 0, high: 0 });
    expect([first.rows.length, first.before, first.after]).toEqual([WHOLE, 0, 0]);
    const last = drawnOf(10_000, seen(9_960, 10_000), { top: 100, high: 350_000 });
    expect(last.after).toBe(0);
  });
});

describe("what stands beside a row", () => {
  const settings = {
    bore_mm: 1.2,
    mark: "B",
    oxygen_pressure_kpa: 250,
    travel_speed_mm_min: 400,
    time_s: 61,
    cost: 3.5,
  } as unknown as NonNullable<Row["settings"]>;

  it("is what is set, in the reader's units, and what it takes", () => {
    const [tip, ...more] = cellsOf("ok", settings, "metric_kpa");
    expect(tip).toContain("B");
    expect(more).toEqual(["250 kPa", "400 mm/min", "1 min 1 s", "3.50"]);
  });

  it("is absent of a cut that is stopped: no number that somebody might set", () => {
    const cells = cellsOf("stop", settings, "inch");
    expect(cells).toHaveLength(cellsOf("ok", settings, "inch").length);
    for (const cell of cells) expect(cell).not.toMatch(/\d/);
  });

  it("says that there is no setting, and nothing of a cost that nobody knows", () => {
    const bare = { ...settings, oxygen_pressure_kpa: null, cost: null };
    const [, oxygen, , , cost] = cellsOf("caution", bare, "inch");
    expect([oxygen, cost]).toEqual(["no setting", ""]);
  });
});
