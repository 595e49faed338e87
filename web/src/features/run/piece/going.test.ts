import { describe, expect, it } from "vitest";
import type { Cut } from "../model";
import {
  cameOut,
  cuts,
  ends,
  type Going,
  heats,
  partAt,
  pieceOf,
  READY,
  stageEnds,
  wentOut,
} from "./going";
import { partsOf, stopsOnWay } from "./parts";

const band = { low: 10, set: 14, high: 20 };
const part = { tip: {}, start_preheat_s: band, travel_speed_mm_min: { set: 300 }, stops_mm: [] };
const plate = {
  line: { id: "P" },
  request: { cut: { length_mm: 300 } },
  plan: { ...part, section: null },
} as unknown as Cut;
const beam = {
  line: { id: "B" },
  request: { cut: { length_mm: 700 } },
  plan: {
    section: {
      strokes: [100, 200].map((travel_mm, i) => ({ ...part, order: i + 1, travel_mm })),
    },
  },
} as unknown as Cut;

const heat = { low: 20, set: 30, high: 40 };
const laidPath = {
  lead_in: [
    [0, 0],
    [12, 0],
  ],
  length_mm: 90,
  burnt_mm: 105,
  stops_mm: [50],
  tabs: [],
};
const lug = {
  line: { id: "L" },
  request: { cut: {} },
  plan: {
    ...part,
    section: null,
    layout: { paths: [1, 2].map((order) => ({ ...laidPath, order, start_preheat_s: heat })) },
  },
} as unknown as Cut;

/** A part from the flame on the edge to its end. */
const part1 = (cut: Cut, from: Going, heated: number, cut_s: number) =>
  ends(cut, cuts(heats(from, 0), 0, heated), cut_s);

describe("a piece", () => {
  it("of plate keeps its heat, its seconds and its pace", () => {
    const going = part1(plate, READY, 12, 60);
    expect(going.stage).toBe("outcome");
    expect(pieceOf(plate, going, "good", ["dross_hard"])).toEqual({
      line_id: "P",
      outcome: "good",
      findings: ["dross_hard"],
      start_s: 12,
      duration_s: 60,
      pace_mm_min: 300,
    });
  });
  it("that went out adds up its seconds, and keeps the heating of its start", () => {
    const lost = wentOut(cuts(heats(READY, 0), 0, 12), 20);
    expect(lost.stage).toBe("lost");
    const going = ends(plate, { ...lost, stage: "cutting" }, 40);
    expect(pieceOf(plate, going, "lost", [])).toMatchObject({ start_s: 12, duration_s: 60 });
    // heated anew where it went out: that is no start
    const again = ends(plate, cuts(heats(lost, 0), 0, 5), 40);
    expect(pieceOf(plate, again, "lost", []).start_s).toBe(12);
  });
  it("ended by a slip of the finger is a piece without seconds and pace", () => {
    const piece = pieceOf(plate, part1(plate, READY, 12, 0.4), "good", []);
    expect([piece.duration_s, piece.pace_mm_min, piece.start_s]).toEqual([
      undefined,
      undefined,
      12,
    ]);
  });
  it("of a shape keeps each stroke's own heat, pace and outcome", () => {
    const first = part1(beam, READY, 14, 20);
    expect([first.stage, partAt(beam, first)]).toEqual(["ready", 1]);
    const out = wentOut(cuts(heats(first, 0), 0, 2), 10);
    const second = ends(beam, { ...out, stage: "cutting" }, 30);
    expect(second.stage).toBe("outcome");
    const piece = pieceOf(beam, second, "slag", []);
    expect(piece.strokes).toEqual([
      { order: 1, outcome: "good", start_s: 14, duration_s: 20, pace_mm_min: 300 },
      { order: 2, outcome: "lost", start_s: 2, duration_s: 40, pace_mm_min: 300 },
    ]);
    // one pace for both would be none of either
    expect([piece.start_s, piece.duration_s, piece.pace_mm_min]).toEqual([14, 60, undefined]);
    const told = cameOut(first, "slag").made?.map((each) => each.outcome);
    expect(told).toEqual(["slag"]);
  });
});

describe("where the torch is taken off", () => {
  it("counts what is burnt: a tie is a stop, and what stays of it is left out", () => {
    const tie = (from_mm: number) => ({
      from_mm,
      to_mm: from_mm + 8,
      width_mm: 6,
      lead_in: [
        [0, 0],
        [15, 0],
      ],
    });
    const path = { stops_mm: [300], tabs: [tie(100), tie(500)] };
    // behind the first tie 8 mm are not burnt and 15 mm of way in are
    expect(stopsOnWay(path, 10)).toEqual([110, 317, 517]);
    expect(stopsOnWay({ stops_mm: [40, 20], tabs: [] }, 5)).toEqual([25, 45]);
  });
});

describe("a part that was laid out", () => {
  it("is cut path by path, each with its own heat, its lead, and its stops from where it starts", () => {
    const parts = partsOf(lug);
    expect(parts.map(({ order }) => order)).toEqual([1, 2]);
    expect(parts[0]).toMatchObject({ heat, length: 105, stops: [62], pace: 300 });
  });

  it("is a piece when its last path is through, and keeps what each took", () => {
    const first = part1(lug, READY, 30, 40);
    expect([first.stage, partAt(lug, first)]).toEqual(["ready", 1]);
    const second = part1(lug, first, 25, 45);
    expect(second.stage).toBe("outcome");
    const piece = pieceOf(lug, second, "good", []);
    expect(piece.strokes?.map((each) => [each.order, each.duration_s])).toEqual([
      [1, 40],
      [2, 45],
    ]);
    expect(piece.pace_mm_min).toBeUndefined();
    expect(piece.duration_s).toBe(85);
  });
});

const bolts = {
  line: { id: "W" },
  request: { cut: {}, work: { kind: "fastener" } },
  plan: { ...part, section: null, work: { stages: [1, 2, 3].map((order) => ({ order })) } },
} as unknown as Cut;

describe("other work", () => {
  it("goes from stage to stage by one touch, each with its own seconds", () => {
    const begun: Going = { stage: "cutting", leverAt: 1_000 };
    const second = stageEnds(bolts, begun, 61_000, 60);
    expect(second).toMatchObject({ stage: "cutting", leverAt: 61_000 });
    expect(partAt(bolts, second)).toBe(1);
    const third = stageEnds(bolts, second, 91_000, 30);
    const done = stageEnds(bolts, third, 101_000, 10);
    expect(done.stage).toBe("outcome");
    const piece = pieceOf(bolts, done, "good", []);
    expect(piece.duration_s).toBe(100);
    expect(piece.strokes?.map((each) => [each.order, each.duration_s])).toEqual([
      [1, 60],
      [2, 30],
      [3, 10],
    ]);
    // a stage has no pace: what is told of one would teach the pace of a cut
    expect(piece.pace_mm_min).toBeUndefined();
    expect(piece.strokes?.some((each) => each.pace_mm_min != null)).toBe(false);
  });

  it("that went out is heated again in the stage where it did", () => {
    const begun: Going = { stage: "cutting", leverAt: 0 };
    const again = stageEnds(bolts, wentOut(begun, 20), 99, 15);
    expect(again.made?.[0]).toMatchObject({ order: 1, outcome: "lost", duration_s: 35 });
    expect(partAt(bolts, again)).toBe(1);
  });
});
