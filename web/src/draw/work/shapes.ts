/** Where the things of other work stand in their drawing: mm, x to the right and y up from the top of the plate. */

export type Box = { x: number; y: number; width: number; height: number };
/** A thing to draw: what it is made of, and the stages that work on it. */
export type Thing = Box & {
  look: "steel" | "gone" | "kept" | "rail" | "hole" | "hot" | "cylinder";
  stages: string[];
  /** A round one, seen from above. */
  round?: boolean;
};
export type Scene = {
  things: Thing[];
  cuts: Cut[];
  /** Parts of a circle that the jet follows, seen from above. */
  arcs?: Arc[];
  torch: Record<string, Torch>;
  /** A heating head is on the torch in place of a cutting tip. */
  head?: boolean;
  sizes: Size[];
  words: string;
};
/** A measure written beside what it measures. */
export type Size = { from: [number, number]; to: [number, number]; mm: number };
/** A line that the jet follows. */
export type Cut = { from: [number, number]; to: [number, number]; stages: string[] };
/** A part of a circle: from and to in degrees, anticlockwise from the right. */
export type Arc = { r: number; from: number; to: number; stages: string[] };
/** Where the tip stands in a stage, and which way it points: degrees off straight down, to the left. */
export type Torch = { x: number; y: number; lean: number };

type Numbers = Record<string, number | undefined>;

const box = (x: number, y: number, width: number, height: number): Box => ({ x, y, width, height });

/** A head, nut or stud on its plate, in slices. */
function fastener(of: Numbers, what: string): Scene {
  const { diameter_mm: d = 20, across = 30, high = 13, count = 1 } = of;
  const skin = Math.min(2, high);
  const sides = what === "fastener_nut_sides";
  const slices = sides ? 0 : Math.round(count);
  const each = (high - skin) / Math.max(slices, 1);
  const left = -across / 2;
  const things: Thing[] = [
    { ...box(-1.6 * across, -0.8 * d, 3.2 * across, 0.8 * d), look: "steel", stages: [] },
    { ...box(-d / 2, -1.1 * d, d, 1.1 * d), look: "kept", stages: ["fastener_out"] },
    { ...box(left, skin, across, high - skin), look: "gone", stages: [what, "fastener_heat"] },
    {
      ...box(left, 0, across, skin),
      look: "gone",
      stages: ["fastener_wash_skin", "wash_to_thread"],
    },
  ];
  if (what === "fastener_sunk") {
    // level with the plate: it goes down into it, narrower the deeper
    const rings = [0, 1, 2, 3].map((i) => {
      const half = (across / 2) * (1 - i / 4) + (d / 2) * (i / 4);
      return {
        ...box(-half, (-high * (i + 1)) / 4, 2 * half, high / 4),
        look: "gone" as const,
        stages: [what, "wash_to_thread"],
      };
    });
    things.splice(2, 2, ...rings);
  }
  if (what !== "fastener_slices" && what !== "fastener_sunk") {
    things.push({ ...box(-d / 2, high, d, 0.5 * d), look: "kept", stages: ["wash_to_thread"] });
  }
  const at = (y: number): Cut => ({ from: [left, y], to: [-left, y], stages: [what] });
  const off = of.off_the_axis ?? d / 2 + 3;
  const cuts: Cut[] = sides
    ? [-off, off].map((x) => ({ from: [x, high], to: [x, 0], stages: [what] }))
    : Array.from({ length: slices }, (_, i) => at(skin + i * each));
  const top = high + 4;
  const beside: Torch = { x: left - 4, y: high - each / 2, lean: -90 };
  return {
    things,
    cuts,
    torch: {
      fastener_heat: sides ? { x: -off, y: top, lean: 0 } : beside,
      [what]: sides ? { x: -off, y: top, lean: 0 } : beside,
      ...(what === "fastener_sunk"
        ? {
            fastener_heat: { x: 0, y: 5, lean: -20 },
            fastener_sunk: { x: -across / 6, y: 4, lean: -35 },
          }
        : {}),
      fastener_wash_skin: { x: left - 4, y: skin + 3, lean: -75 },
      wash_to_thread: { x: left - 4, y: skin + 3, lean: -75 },
    },
    sizes:
      what === "fastener_sunk"
        ? [
            { from: [left, 0], to: [-left, 0], mm: across },
            { from: [-left, -high], to: [-left, 0], mm: high },
          ]
        : [
            { from: [left, high], to: [-left, high], mm: across },
            { from: [-left, 0], to: [-left, high], mm: high },
          ],
    words:
      "From the side: what stands on the plate, the slices it goes in and the skin that is washed.",
  };
}

function wash(of: Numbers): Scene {
  const { thickness_mm: t = 10, width_mm: w = 40, leave_mm: leave = 2 } = of;
  const plate = Math.max(t, 12);
  return {
    things: [
      { ...box(-1.4 * w, -plate, 2.8 * w, plate), look: "steel", stages: [] },
      { ...box(-w / 2, leave, w, t - leave), look: "gone", stages: ["wash_heat", "wash_run"] },
      { ...box(-w / 2, 0, w, leave), look: "kept", stages: ["wash_check", "wash_grind"] },
    ],
    cuts: [{ from: [-w / 2, leave], to: [w / 2, leave], stages: ["wash_run"] }],
    torch: {
      wash_heat: { x: -w / 2 - 3, y: t * 0.7, lean: -60 },
      wash_run: { x: -w / 2 - 3, y: leave + 2, lean: -75 },
    },
    sizes: [
      { from: [-w / 2, t], to: [w / 2, t], mm: w },
      { from: [w / 2, 0], to: [w / 2, t], mm: t },
    ],
    words:
      "From the end: the bar on its base metal, what is washed away and the rest for the grinder.",
  };
}

function gouge(of: Numbers): Scene {
  const { depth_mm: depth = 5, thickness_mm: t = 20, width = 15, passes = 1 } = of;
  const each = depth / Math.max(1, Math.round(passes));
  const rows = Array.from({ length: Math.max(1, Math.round(passes)) }, (_, i) => i);
  return {
    things: [
      { ...box(-2.2 * width, -t, 4.4 * width, t), look: "steel", stages: ["gouge_mark"] },
      // the deepest pass first: those before it lie in it
      ...rows.reverse().map((i) => ({
        ...box(-width / 2, -(i + 1) * each, width, (i + 1) * each),
        look: "hole" as const,
        stages: ["gouge_run", "gouge_measure"],
      })),
    ],
    cuts: [],
    torch: {
      gouge_heat: { x: -width / 2, y: 4, lean: -60 },
      gouge_run: { x: -width / 2 - 4, y: 3, lean: -80 },
    },
    sizes: [
      { from: [-width / 2, 0], to: [width / 2, 0], mm: width },
      { from: [width / 2, -depth], to: [width / 2, 0], mm: depth },
    ],
    words: "Across the groove: its width, its depth in passes, and the plate that stays under it.",
  };
}

function rail(of: Numbers): Scene {
  const { thickness_mm: t = 12, highest_mm: high = 0, standoff = 2 } = of;
  const long = Math.max(8 * t, 100);
  const over = ["rail_travel", "rail_dry_run", "rail_height", "rail_head"];
  const weld: Thing[] =
    high > 0
      ? [
          {
            ...box(long * 0.1, 0, Math.max(2 * high, 8), high),
            look: "kept",
            stages: ["rail_weld"],
          },
        ]
      : [];
  const y = high + standoff;
  return {
    things: [
      { ...box(-long / 2, -t, long, t), look: "steel", stages: ["rail_travel"] },
      { ...box(-long / 2, 0, long, 0.3 * t), look: "rail", stages: ["rail_set"] },
      ...weld,
    ],
    cuts: [{ from: [-long / 2, -t / 2], to: [-long / 4, -t / 2], stages: ["rail_travel"] }],
    torch: {
      ...Object.fromEntries(over.map((code) => [code, { x: -long / 4, y, lean: 0 }])),
      rail_heat: { x: -long / 2, y, lean: 0 },
      rail_weld: { x: long * 0.1 + Math.max(high, 4), y, lean: 0 },
      rail_run_out: { x: long / 2 + 4, y, lean: 0 },
    },
    sizes: [{ from: [long / 2, -t], to: [long / 2, 0], mm: t }],
    words:
      "Along the rail: the plate, what stands up from it, and the tip that clears it all the way.",
  };
}

function longCut(of: Numbers): Scene {
  const { thickness_mm: t = 100, depth_mm: depth = 100 } = of;
  const wall = Math.max(t / 5, 8);
  return {
    things: [
      { ...box(-t / 2, -wall / 2, t, wall), look: "steel", stages: ["long_mark", "long_free"] },
      { ...box(-t / 2, -wall / 12, depth, wall / 6), look: "gone", stages: ["long_run"] },
    ],
    cuts: [{ from: [-t / 2, 0], to: [-t / 2 + depth, 0], stages: ["long_run"] }],
    torch: {
      long_heat: { x: -t / 2 - 4, y: 0, lean: -90 },
      long_run: { x: -t / 2 - 4, y: 0, lean: -90 },
    },
    sizes: [{ from: [-t / 2, wall / 2], to: [-t / 2 + depth, wall / 2], mm: depth }],
    words: "Across the wall: the side in reach at the left, and how deep the jet goes into it.",
  };
}

/** A circle from above, in its thirds; the scrap is what is not kept. */
function circle(of: Numbers, kept: string): Scene {
  const { diameter_mm: d = 300, pivot = d / 2 } = of;
  const wide = 1.5 * d;
  const disc = kept === "disc";
  const thirds = ["circle_first", "circle_second", "circle_last"];
  const at = (degrees: number, r = pivot): Torch => ({
    x: r * Math.cos((degrees * Math.PI) / 180),
    y: r * Math.sin((degrees * Math.PI) / 180),
    lean: 0,
  });
  const start = at(0, disc ? pivot + 0.12 * d : pivot - 0.12 * d);
  return {
    things: [
      {
        ...box(-wide / 2, -wide / 2, wide, wide),
        look: disc ? "gone" : "steel",
        stages: [],
      },
      { ...box(-d / 2, -d / 2, d, d), look: disc ? "kept" : "hole", round: true, stages: [] },
    ],
    cuts: [
      { from: [0, 0], to: [pivot, 0], stages: ["circle_pivot", "circle_bar", "circle_turn"] },
      { from: [start.x, 0], to: [pivot, 0], stages: ["circle_heat"] },
    ],
    arcs: thirds.map((stage, i) => ({
      r: pivot,
      from: 120 * i,
      to: 120 * (i + 1),
      stages: [stage],
    })),
    torch: {
      circle_heat: start,
      ...Object.fromEntries(thirds.map((stage, i) => [stage, at(120 * i + 60)])),
    },
    sizes: [{ from: [-d / 2, wide / 2], to: [d / 2, wide / 2], mm: d }],
    words: disc
      ? "From above: the disc, the scrap around it, and the way of the tip in thirds."
      : "From above: the hole, the plate around it, and the way of the tip in thirds.",
  };
}

/** Cylinders that are drawn at most; more are counted in words. */
const MOST_DRAWN = 8;
/** A cylinder, across and high, and the gap to the next. */
const CYLINDER = { wide: 12, high: 58, gap: 4 };

/** The cylinders that stand together, the steel with what is warm of it, and the head. */
function heat(of: Numbers): Scene {
  const count = Math.min(Math.max(Math.round(of.count ?? 1), 1), MOST_DRAWN);
  const { wide, high, gap } = CYLINDER;
  const cylinders = Array.from({ length: count }, (_, i): Thing => {
    const x = -100 - (i + 1) * (wide + gap);
    return { ...box(x, -14, wide, high), look: "cylinder", stages: ["heat_supply"] };
  });
  const bar: Thing = { ...box(-80, -14, 160, 14), look: "steel", stages: [] };
  const warm: Thing = {
    ...box(-26, -14, 52, 14),
    look: "hot",
    stages: ["heat_spell", "heat_check"],
  };
  return {
    things: [bar, warm, ...cylinders],
    // a stick is drawn across on both faces
    cuts: [0, -14].map((y) => ({ from: [-26, y], to: [26, y], stages: ["heat_check"] })),
    torch: { heat_head: { x: 0, y: 32, lean: 0 }, heat_spell: { x: 0, y: 13, lean: 0 } },
    head: true,
    sizes: [],
    words: `${count} ${count === 1 ? "cylinder" : "cylinders on a manifold"}, and the heating head over the steel.`,
  };
}

/** The scene of a kind of work; null where the order of pieces is the picture. */
export function sceneOf(
  kind: string,
  of: Numbers,
  cutStage: string,
  words: Record<string, string | undefined> = {},
): Scene | null {
  if (kind === "circle") return circle(of, words.kept ?? "disc");
  if (kind === "fastener") return fastener(of, cutStage);
  if (kind === "wash") return wash(of);
  if (kind === "gouge") return gouge(of);
  if (kind === "rail") return rail(of);
  if (kind === "long_cut") return longCut(of);
  return kind === "heat" ? heat(of) : null;
}

/** How round the corners of a thing are: of a hole and a round one all of it, of a cylinder its shoulders. */
export function roundness({ look, round, width, height }: Thing): { rx: number; ry: number } {
  if (look === "cylinder") return { rx: 0.35 * width, ry: 0.35 * width };
  if (look === "hole") return { rx: width / 2, ry: round ? height / 2 : height };
  return round ? { rx: width / 2, ry: height / 2 } : { rx: 0, ry: 0 };
}

/** What holds all of a scene with room for the torch around it. */
export function viewOf(scene: Scene): Box {
  const xs = scene.things.flatMap((thing) => [thing.x, thing.x + thing.width]);
  const ys = scene.things.flatMap((thing) => [thing.y, thing.y + thing.height]);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [low, high] = [Math.min(...ys), Math.max(...ys)];
  const room = 0.16 * Math.max(right - left, 1.6 * (high - low));
  return box(left - room, low - room / 2, right - left + 2 * room, high - low + 2 * room);
}

/** An arc as a path, y down: `arcPath({ r: 10, from: 0, to: 120 })` goes anticlockwise by a third. */
export function arcPath({ r, from, to }: Pick<Arc, "r" | "from" | "to">): string {
  const at = (degrees: number) => {
    const angle = (degrees * Math.PI) / 180;
    return `${r * Math.cos(angle)} ${-r * Math.sin(angle)}`;
  };
  return `M${at(from)} A${r} ${r} 0 ${to - from > 180 ? 1 : 0} 0 ${at(to)}`;
}
