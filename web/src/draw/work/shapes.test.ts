import { describe, expect, it } from "vitest";
import { arcPath, roundness, sceneOf, viewOf } from "./shapes";

const KINDS = ["fastener", "wash", "gouge", "rail", "long_cut", "circle", "heat"];

describe("the drawing of other work", () => {
  it("holds everything it draws, whatever its size", () => {
    for (const kind of KINDS)
      for (const size of [4, 20, 200]) {
        const of = { thickness_mm: size, width_mm: size, depth_mm: size / 2, diameter_mm: size };
        const scene = sceneOf(kind, of, "fastener_slices");
        if (!scene) throw new Error(kind);
        const view = viewOf(scene);
        for (const thing of scene.things) {
          expect(thing.x).toBeGreaterThan(view.x);
          expect(thing.x + thing.width).toBeLessThan(view.x + view.width);
          expect(thing.y + thing.height).toBeLessThan(view.y + view.height);
          expect(Math.min(thing.width, thing.height)).toBeGreaterThanOrEqual(0);
        }
      }
  });

  it("slices a head down to its skin and cuts a nut on both sides of the axis", () => {
    const head = sceneOf(
      "fastener",
      { diameter_mm: 48, across: 72, high: 30, count: 3 },
      "fastener_slices",
    );
    expect(head?.cuts.map((cut) => cut.from[1])).toEqual([2, 2 + 28 / 3, 2 + 56 / 3]);
    const nut = sceneOf(
      "fastener",
      { diameter_mm: 20, across: 30, high: 18, count: 2, off_the_axis: 14 },
      "fastener_nut_sides",
    );
    expect(nut?.cuts.map((cut) => cut.from[0])).toEqual([-14, 14]);
  });

  it("leaves the rest of a bar standing and the groove inside its plate", () => {
    const bar = sceneOf("wash", { thickness_mm: 10, width_mm: 40, leave_mm: 3 }, "");
    const [gone, kept] = [bar?.things[1], bar?.things[2]];
    expect([gone?.y, gone?.height, kept?.height]).toEqual([3, 7, 3]);
    const groove = sceneOf("gouge", { depth_mm: 10, thickness_mm: 25, width: 16, passes: 2 }, "");
    expect(groove?.things.slice(1).map((thing) => thing.y)).toEqual([-10, -5]);
  });

  it("rides the tip over the highest point, and draws no weld where there is none", () => {
    const weld = sceneOf("rail", { thickness_mm: 12, highest_mm: 4, standoff: 2 }, "");
    expect(weld?.torch.rail_travel?.y).toBe(6);
    const flat = sceneOf("rail", { thickness_mm: 12, highest_mm: 0, standoff: 2 }, "");
    expect((weld?.things.length ?? 0) - (flat?.things.length ?? 0)).toBe(1);
  });

  it("stands as many cylinders beside the steel as the head asks, eight at most", () => {
    const drawn = (count?: number) => {
      const scene = sceneOf("heat", count === undefined ? {} : { count }, "");
      if (!scene) throw new Error("heat is drawn");
      const cylinders = scene.things.filter(({ look }) => look === "cylinder");
      // none stands in another or in the steel
      const edges = cylinders
        .map(({ x, width }) => [x, x + width])
        .sort((a, b) => Number(a[0]) - Number(b[0]));
      edges.forEach(([, right], i) => {
        expect(right).toBeLessThan(edges[i + 1]?.[0] ?? -80);
      });
      return { n: cylinders.length, words: scene.words, head: scene.head };
    };
    expect([drawn().n, drawn(1).n, drawn(5).n, drawn(30).n]).toEqual([1, 1, 5, 8]);
    expect(drawn(4).words).toContain("4 cylinders on a manifold");
    expect(drawn(1).words).toContain("1 cylinder,");
    expect(drawn().head).toBe(true);
  });

  it("takes a circle in three thirds that close, and starts in the scrap", () => {
    const of = { diameter_mm: 300, pivot: 151 };
    const disc = sceneOf("circle", of, "", { kept: "disc" });
    const hole = sceneOf("circle", { ...of, pivot: 149 }, "", { kept: "hole" });
    expect(disc?.arcs?.map(({ from, to }) => to - from)).toEqual([120, 120, 120]);
    expect(disc?.arcs?.map(({ from }) => from)).toEqual([0, 120, 240]);
    expect(disc?.torch.circle_heat?.x).toBeGreaterThan(151);
    expect(hole?.torch.circle_heat?.x).toBeLessThan(149);
    for (const stage of ["circle_first", "circle_second", "circle_last"]) {
      const at = hole?.torch[stage];
      expect(Math.hypot(at?.x ?? 0, at?.y ?? 0)).toBeCloseTo(149, 9);
    }
  });

  it("writes an arc that ends where the next begins", () => {
    const [first, second] = [
      arcPath({ r: 10, from: 0, to: 120 }),
      arcPath({ r: 10, from: 120, to: 240 }),
    ];
    expect(first.startsWith("M10 ")).toBe(true);
    expect(first.split(" 0 0 0 ")[1]).toBe(second.slice(1).split(" A")[0]);
    expect(arcPath({ r: 10, from: 0, to: 200 })).toContain(" 0 1 0 ");
  });

  it("sinks a countersunk head into its plate, narrower the deeper", () => {
    const sunk = sceneOf(
      "fastener",
      { diameter_mm: 20, across: 35, high: 10, count: 0 },
      "fastener_sunk",
    );
    const rings = sunk?.things.filter(({ look }) => look === "gone") ?? [];
    expect(rings.map(({ y }) => y)).toEqual([-2.5, -5, -7.5, -10]);
    for (let i = 1; i < rings.length; i++)
      expect(rings[i]?.width ?? 0).toBeLessThan(rings[i - 1]?.width ?? 0);
    expect(sunk?.cuts).toEqual([]);
  });

  it("has no picture of pieces: their order is the picture", () => {
    expect(sceneOf("take_apart", {}, "")).toBeNull();
  });
});

it("rounds a hole from its middle, a disc seen from above, and a cylinder's shoulders", () => {
  const thing = { x: 0, y: 0, width: 10, height: 40, stages: [] };
  expect(roundness({ ...thing, look: "steel" })).toEqual({ rx: 0, ry: 0 });
  expect(roundness({ ...thing, look: "hole" })).toEqual({ rx: 5, ry: 40 });
  expect(roundness({ ...thing, look: "gone", round: true })).toEqual({ rx: 5, ry: 20 });
  const { rx, ry } = roundness({ ...thing, look: "cylinder" });
  expect(rx).toBe(ry);
  expect(rx).toBeLessThan(5);
});
