import { describe, expect, it } from "vitest";
import {
  AT_FIRST,
  askedHeat,
  CHOICES,
  choicesOf,
  isWeighed,
  MEASURES,
  numberOf,
  requestOf,
  type Said,
  usualOf,
  type WorkKind,
  withCircle,
  wordOf,
} from "./kinds";

const said = (change: Partial<Said>): Said => ({ ...AT_FIRST, ...change });

describe("a circle that is laid out", () => {
  const before = said({
    numbers: { wash: { width_mm: 50 }, circle: { thickness_mm: 8 } },
    words: { kept: "disc", save: "stud" },
  });

  it("is asked for as what it keeps, in its plate, and nothing that was said is lost", () => {
    const hole = withCircle(before, { of: "hole", across_mm: 120 }, 25);
    expect(requestOf(hole)).toMatchObject({
      kind: "circle",
      diameter_mm: 120,
      thickness_mm: 25,
      kept: "hole",
    });
    expect(hole.numbers.wash).toEqual({ width_mm: 50 });
    expect(hole.words.save).toBe("stud");
    const disc = withCircle(hole, { of: "outer", across_mm: 300 }, null);
    expect(requestOf(disc)).toMatchObject({ diameter_mm: 300, thickness_mm: 25, kept: "disc" });
  });
});

describe("the request of a work", () => {
  it("asks of each kind its own measures and no other's", () => {
    for (const kind of Object.keys(MEASURES) as WorkKind[]) {
      const request = requestOf(said({ kind })) as Record<string, unknown>;
      expect(request.kind).toBe(kind);
      const own = [...MEASURES[kind], ...(CHOICES[kind] ?? [])].map((field) => field.name);
      const allowed = ["kind", "gas", "pieces", "dial", ...own];
      expect(Object.keys(request).filter((name) => !allowed.includes(name))).toEqual([]);
    }
  });

  it("keeps what was said of one kind while another is looked at", () => {
    const gouge = said({
      kind: "gouge",
      numbers: { gouge: { depth_mm: 6 }, wash: { width_mm: 50 } },
    });
    expect(requestOf(gouge)).toMatchObject({ depth_mm: 6, length_mm: 304.8 });
    expect(requestOf({ ...gouge, kind: "wash" })).toMatchObject({
      width_mm: 50,
      thickness_mm: 9.525,
    });
  });

  it("is none while something is missing, and leaves out what may be", () => {
    expect(requestOf(said({ kind: "gouge", numbers: { gouge: { depth_mm: null } } }))).toBeNull();
    const rail = requestOf(said({ kind: "rail" })) as Record<string, unknown>;
    expect("rail_mm" in rail || "dial" in rail).toBe(false);
    const piece = { name: "beam", mass_kg: null, held_by: "" };
    expect(requestOf(said({ kind: "take_apart", pieces: [piece] }))).toBeNull();
  });

  it("takes a piece that is weighed by its shape or plate, without what was not said", () => {
    const beam = { name: "beam", mass_kg: null, held_by: "", profile: "W12x26", long_mm: 6096 };
    const made = requestOf(said({ kind: "take_apart", pieces: [beam] })) as { pieces: unknown };
    expect(made.pieces).toEqual([{ name: "beam", profile: "W12x26", long_mm: 6096 }]);
    expect(isWeighed({ ...beam, long_mm: null })).toBe(false);
    expect(isWeighed({ ...beam, profile: " " })).toBe(false);
    expect(isWeighed({ ...beam, profile: "", wide_mm: 500, thick_mm: 10 })).toBe(true);
    expect(isWeighed({ ...beam, long_mm: null, mass_kg: 3 })).toBe(true);
  });

  it("takes only marks and pieces that are whole", () => {
    const dial = [
      { mark: 20, mm: 304.8, s: 80 },
      { mark: 40, mm: null, s: null },
    ];
    expect(requestOf(said({ kind: "rail", dial }))).toMatchObject({ dial: [dial[0]] });
    const pieces = [...AT_FIRST.pieces, { name: "", mass_kg: null, held_by: "" }];
    const apart = requestOf(said({ kind: "take_apart", pieces })) as { pieces: unknown[] };
    expect(apart.pieces).toHaveLength(2);
  });

  it("asks the head of what has one, and takes the usual where nobody says", () => {
    const head = (fastener: string, more: Record<string, string> = {}) =>
      (requestOf(said({ words: { fastener, ...more } })) as { head?: string }).head;
    expect([head("bolt_head"), head("rivet")]).toEqual(["hex", "button"]);
    expect(head("rivet", { head: "pan" })).toBe("pan");
    expect([head("nut"), head("stud", { head: "pan" })]).toEqual([undefined, undefined]);
  });

  it("says rust as yes or no", () => {
    expect(requestOf(AT_FIRST)).toMatchObject({
      rusted: false,
      fastener: "bolt_head",
      save: "none",
    });
    expect(requestOf(said({ words: { rusted: "yes", save: "stud" } }))).toMatchObject({
      rusted: true,
      save: "stud",
    });
  });
});

it("knows what is usual of a measure, and nothing of one that is not asked", () => {
  expect(usualOf("heat", "spell_s")).toBe(600);
  expect([usualOf("rail", "rail_mm"), usualOf("heat", "depth_mm")]).toEqual([0, 0]);
});

describe("what stands in a field of a work", () => {
  const [thickness] = MEASURES.wash;
  const field = thickness as NonNullable<typeof thickness>;

  it("is what was said of it, else the usual, and nothing once it was cleared", () => {
    expect(numberOf(said({}), "wash", field)).toBe(field.usual);
    const told = said({ numbers: { wash: { [field.name]: 12 } } });
    expect(numberOf(told, "wash", field)).toBe(12);
    // said of one work it is not said of another
    const [other] = MEASURES.gouge;
    if (other) expect(numberOf(told, "gouge", other)).toBe(other.usual);
    const cleared = said({ numbers: { wash: { [field.name]: null } } } as never);
    expect(numberOf(cleared, "wash", field)).toBeNull();
  });

  it("asks heat for its temperature, which may be left out", () => {
    const asked = (temperature_c: number | null) =>
      askedHeat(said({ numbers: { heat: { temperature_c } } } as never));
    expect([asked(600), asked(null)]).toEqual([600, null]);
  });

  it("takes the head that a fastener usually has until another is picked", () => {
    const head = { name: "head", options: ["button", "countersunk", "hex"] };
    const of = (words: Said["words"]) => wordOf(said({ words }), head);
    expect([of({}), of({ fastener: "rivet" }), of({ fastener: "rivet", head: "hex" })]).toEqual([
      "hex",
      "button",
      "hex",
    ]);
    expect(wordOf(said({ words: {} }), { name: "save", options: [] })).toBe("");
  });

  it("asks a nut or a stud for no head", () => {
    const names = (fastener: string) =>
      choicesOf(said({ kind: "fastener", words: { fastener } })).map(({ name }) => name);
    expect(names("rivet")).toContain("head");
    expect(names("nut")).not.toContain("head");
    expect(names("nut").length).toBe(names("rivet").length - 1);
    expect(choicesOf(said({ kind: "rail" }))).toEqual(CHOICES.rail ?? []);
  });
});
