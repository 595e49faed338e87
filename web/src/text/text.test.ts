import { describe, expect, it } from "vitest";
import type { FieldError, Values } from "@/api/client";
import sentences from "../../../reference/text/en.toml";
import later from "../../../reference/text/en.toml?later";
import { quantityName, refusal, sentence, stays, value, word } from "./index";
import { pathName } from "./layout";
import { flameWords } from "./run";
import { told } from "./told";

const of = (kind: string, ...numbers: number[]) => ({ kind, numbers, unit: "" }) as Values[string];

const refused = (path: string, code: string, given: unknown, limits?: object) =>
  ({ path, code, message: "as the shop said it", value: given, limits }) as unknown as FieldError;

describe("a refusal", () => {
  it("says the field, what was typed and what it must be, in the reader's units", () => {
    const error = refused("steel.thickness_mm", "out_of_range", 0, {
      low: 3,
      high: 300,
      unit: "mm",
    });
    expect(refusal(error, "inch")).toMatch(/is 0 in; it must be 0\.118 in to 11\.81 in\.$/);
    expect(refusal(error, "metric")).toMatch(/is 0 mm; it must be 3 mm to 300 mm\.$/);
  });

  it("of a hose or a pace is in feet and inches a minute where the reader's are", () => {
    const hose = refused("gas.oxygen_hose.length_m", "out_of_range", 304.8, {
      low: 0.3048,
      high: 152.4,
      unit: "m",
    });
    expect(refusal(hose, "inch")).toMatch(/is 1000 ft; it must be 1 ft to 500 ft\.$/);
    const pace = refused("travel_speed_mm_min", "out_of_range", 0, {
      low: 25.4,
      high: 2540,
      unit: "mm/min",
    });
    expect(refusal(pace, "inch")).toMatch(/it must be 1 in\/min to 100 in\/min\.$/);
  });

  it("keeps a unit that everybody reads alike, and none where there is none", () => {
    const inspection = refused("inspection", "out_of_range", 0, { low: 1, high: 24, unit: "h" });
    expect(refusal(inspection, "inch")).toMatch(/it must be 1 h to 24 h\.$/);
    const count = refused("cut.count", "not_whole", 2.9, { low: 1, high: 100, unit: "" });
    expect(refusal(count, "metric")).toMatch(/is 2\.9; it must be a whole number from 1 to 100\.$/);
  });

  it("gives back words as they were typed, and is the shop's own where nothing is known of it", () => {
    const words = refused("cut.count", "out_of_range", "many", { low: 1, high: 100, unit: "" });
    expect(refusal(words, "inch")).toContain("“many”");
    expect(refusal(refused("x", "of_tomorrow", 1, { low: 0, high: 1, unit: "" }), "inch")).toBe(
      "as the shop said it",
    );
    expect(refusal(refused("x", "out_of_range", 1), "inch")).toBe("as the shop said it");
  });

  it("leaves no placeholder of its sentence open", () => {
    for (const code of ["out_of_range", "not_a_number", "not_whole", "missing"]) {
      const said = refusal(refused("cut.count", code, 0, { low: 1, high: 9, unit: "" }), "inch");
      expect(said, code).not.toMatch(/[{}]/);
    }
  });
});

describe("a sentence", () => {
  const [code, template] = Object.entries(sentences.notes ?? {}).find(([, text]) =>
    /\{\w+\}/.test(text),
  ) ?? ["", ""];
  const names = [...template.matchAll(/\{(\w+)\}/g)].map((match) => match[1] ?? "");
  const values = Object.fromEntries(names.map((name) => [name, of("length", 25.4)]));

  it("has each of its values in the reader's units", () => {
    expect(names.length).toBeGreaterThan(0);
    const said = sentence("notes", code, values, "inch");
    expect(said).toContain("1 in");
    expect(said).not.toMatch(/[{}]/);
    expect(sentence("notes", code, values, "metric")).toContain("25.4 mm");
  });

  it("is the shop's own where a value or the code is not known here", () => {
    expect(sentence("notes", code, {}, "inch", "of the shop")).toBe("of the shop");
    expect(sentence("notes", "of_tomorrow", {}, "inch", "of the shop")).toBe("of the shop");
    expect(sentence("notes", "of_tomorrow", {}, "inch")).toBe("of_tomorrow");
  });
});

describe("a value in a sentence", () => {
  it("names its unit once, after the last of its numbers", () => {
    expect(value(of("length", 25.4, 50.8), "inch")).toBe("1, 2 in");
    expect(value(of("duration", 60, 90), "inch")).toBe("1 min, 1 min 30 s");
    expect(value(of("length"), "inch")).toBe("");
  });
  it("is a word where it is one", () => {
    const coated = { ...of("count"), word: "mill_scale" } as Values[string];
    expect(value(coated, "metric")).toBe("mill scale");
    expect(word("never_heard_of")).toBe("never heard of");
  });
  it("has no reason to stay where nobody wrote one", () => {
    expect(stays("never_heard_of")).toBeNull();
  });
});

describe("every sentence of the shop", () => {
  it("has its placeholders closed and no word of a program's", () => {
    for (const [section, texts] of Object.entries({ ...sentences, ...later })) {
      for (const [key, text] of Object.entries(texts)) {
        if (typeof text !== "string") continue;
        const rest = text.replace(/\{\w+\}/g, "");
        expect(rest, `${section}.${key}`).not.toMatch(
          /[{}]|undefined|null|NaN|allowed is|wrong shape/,
        );
      }
    }
  });
});

describe("the stages of other work", () => {
  const parts = ["work_title", "work_does", "work_watch", "work_stop"] as const;

  it("are called by their title where a sentence names one", () => {
    expect(word("fastener_heat")).toBe("Heat it");
    expect(word("mill_scale")).toBe("mill scale");
    expect(word("no_such_code")).toBe("no such code");
  });

  it("each say what they are, what to do, what to watch, and when to stop", () => {
    const titles = Object.keys(sentences.work_title ?? {});
    expect(titles.length).toBeGreaterThan(20);
    for (const part of parts) {
      const said = { ...sentences, ...later }[part] ?? {};
      expect(titles.filter((code) => (said[code] ?? "").length < 4)).toEqual([]);
    }
    // a title stands alone in a list: no value is put into it
    expect(titles.filter((code) => /\{/.test(sentences.work_title?.[code] ?? ""))).toEqual([]);
  });
});

describe("names on the screen", () => {
  it("of a laid part's time and cost say that they are of one piece", () => {
    expect(quantityName("time_s", true)).toBe("Time, one piece");
    expect(quantityName("time_s", false)).not.toContain("piece");
    expect(quantityName("kerf_mm", true)).toBe(quantityName("kerf_mm", false));
  });

  it("of paths are counted from one, the outline alone has no number", () => {
    expect([pathName("outer", 0), pathName("hole", 0), pathName("cut", 2)]).toEqual([
      "outline",
      "hole 1",
      "cut 3",
    ]);
  });

  it("of the flame are told by its fuel: of propane alone the star's size is known", () => {
    expect(flameWords("acetylene").carburising.look).toContain("feather");
    for (const fuel of ["propane", "propylene", "natural_gas"]) {
      expect(flameWords(fuel).neutral.look, fuel).toContain("star");
      expect(/\d/.test(flameWords(fuel).neutral.look), fuel).toBe(fuel === "propane");
    }
    for (const fuel of ["acetylene", "propane"])
      expect(Object.keys(flameWords(fuel)).sort()).toEqual(Object.keys(flameWords("x")).sort());
  });
});

it("sentences that come later are none of those that the first page has", () => {
  const [first, rest] = [Object.keys(sentences), Object.keys(later)];
  expect(rest).toEqual(expect.arrayContaining(["steps", "trace", "work_does"]));
  expect(first).toEqual(expect.arrayContaining(["words", "notes", "errors", "work_title"]));
  expect(first.filter((section) => rest.includes(section))).toEqual([]);
  const [code, text] = Object.entries(later.steps ?? {}).find(([, each]) => !/\{/.test(each)) ?? [];
  expect(told("steps", code ?? "", {}, "inch", "as the shop said it")).toBe(text);
  expect(told("steps", "no_such_step", {}, "inch", "as the shop said it")).toBe(
    "as the shop said it",
  );
});
