import { describe, expect, it } from "vitest";
import type { GearView } from "@/api/client";
import { asTip, type Chart, faceOf, labelOf, picks, plates, type TipChart } from "./chart";

const chart = (fuel: string): Chart => ({ fuel, rows: [] });
const row = (bore_mm: number, mark: string | null, fuel: string): TipChart => ({
  bore_mm,
  mark,
  chart: chart(fuel),
});
const owned = (label: string, fields: object) =>
  ({ gear: { kind: "tip", label, fields, in_service: true } }) as unknown as GearView;

describe("tips from a chart", () => {
  it("are one for each bore, mark and face, with a chart for each fuel", () => {
    const found = picks(
      [row(1.5, "2", "propane"), row(1.2, "1", "acetylene"), row(1.5, "2", "propylene")],
      [],
    );
    expect(found.map((pick) => [pick.mark, pick.face, pick.charts.length])).toEqual([
      ["1", "flush", 1],
      ["2", "recessed", 2],
    ]);
    expect(new Set(found.map((pick) => pick.key)).size).toBe(2);
  });

  it("that are made for two faces are two tips", () => {
    const both = picks([row(1.2, null, "acetylene"), row(1.2, null, "natural_gas")], []);
    expect(both.map((pick) => pick.face).sort()).toEqual(["flush", "recessed"]);
    expect(faceOf("propylene")).toBe("recessed");
  });

  it("say which lies in the drawer already: by bore and face, and by mark where the chart has one", () => {
    const drawer = [owned("Yard 1.2", { bore_mm: 1.2, face: "flush", mark: "1" })];
    const name = (found: TipChart) => picks([found], drawer)[0]?.owned;
    expect(name(row(1.2, "1", "acetylene"))).toBe("Yard 1.2");
    expect(name(row(1.2, null, "acetylene"))).toBe("Yard 1.2");
    expect(name(row(1.2, "7", "acetylene"))).toBeNull();
    expect(name(row(1.2, "1", "propane"))).toBeNull();
    const hose = { gear: { kind: "hose", label: "H", fields: { bore_mm: 1.2 } } };
    expect(
      picks([row(1.2, null, "acetylene")], [hose as unknown as GearView])[0]?.owned,
    ).toBeNull();
  });

  it("say which plates they are for: from thin to thick, or the one there is", () => {
    const rows = (...mm: number[]) =>
      mm.map((thickness_mm) => ({ thickness_mm, oxygen_pressure_kpa: { low: 200, high: 250 } }));
    const of = (charts: Chart[]) =>
      plates({ key: "", bore_mm: 1, mark: null, face: "recessed", charts, owned: null });
    expect(
      of([
        { fuel: "propane", rows: rows(12, 25) },
        { fuel: "propylene", rows: rows(6) },
      ]),
    ).toEqual([6, 25]);
    expect(of([{ fuel: "propane", rows: rows(8) }])).toEqual([8]);
    expect(of([])).toEqual([]);
  });

  it("are called by their mark, else by their bore", () => {
    const [marked] = picks([row(1.2, "1", "acetylene")], []);
    const [bare] = picks([row(1.5, null, "propane")], []);
    if (!marked || !bare) throw new Error("two picks");
    expect(labelOf(marked, "inch")).toBe("Tip 1");
    expect(labelOf(bare, "metric")).toBe("1.5 mm recessed");
    expect(asTip(marked, "flat")).toMatchObject({ bore_mm: 1.2, mark: "1", seat: "flat" });
    expect(asTip(bare, "")).not.toHaveProperty("seat");
    expect(asTip(bare, "")).not.toHaveProperty("mark");
    expect(asTip(bare, "").charts).toHaveLength(1);
  });
});
