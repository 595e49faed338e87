/** A tee for tests of its drawings: a flange 100 wide on top, a web 80 deep below it, cut across. */
import type { Schemas } from "@/api/client";

export type Section = Schemas["SectionReply"];
export type Stroke = Schemas["StrokeWire"];

export const FLANGE = {
  text: "flange on top",
  width_mm: 100,
  thickness_mm: 12,
  face: [{ x_mm: 0, y_mm: 40 }],
};
export const WEB = { text: "web", width_mm: 80, thickness_mm: 8, face: [{ x_mm: 0, y_mm: -10 }] };

export const stroke = (order: number, more: object) =>
  ({
    order,
    part_text: order === 1 ? "flange on top" : "web",
    panel: order - 1,
    attitude: "down",
    from: "above",
    start: "edge",
    reached: true,
    turned: false,
    length_mm: 100,
    slow: [],
    ...more,
  }) as unknown as Stroke;
export const across = [
  stroke(1, {
    line: [
      { u_mm: 0, z_mm: 0 },
      { u_mm: 100, z_mm: 0 },
    ],
    path: [
      { x_mm: -50, y_mm: 40, z_mm: 0 },
      { x_mm: 50, y_mm: 40, z_mm: 0 },
    ],
  }),
  stroke(2, {
    attitude: "level",
    from: "near",
    start: "kerf",
    line: [
      { u_mm: 0, z_mm: 0 },
      { u_mm: 80, z_mm: 0 },
    ],
    path: [
      { x_mm: 0, y_mm: 28, z_mm: 0 },
      { x_mm: 0, y_mm: -40, z_mm: 0 },
    ],
  }),
];
export const tee = (more: Partial<Section> = {}) =>
  ({
    kind: "square",
    way: "as_it_lies",
    profile: { code: "WT4X9" },
    outer: [
      { x_mm: -50, y_mm: 40 },
      { x_mm: 50, y_mm: 40 },
      { x_mm: 50, y_mm: -40 },
      { x_mm: -50, y_mm: -40 },
    ],
    inner: [],
    panels: [FLANGE, WEB],
    strokes: across,
    ...more,
  }) as unknown as Section;
export const torch = { stroke: 0, part: 0, slow: false };

export const texts = (container: Element) =>
  [...container.querySelectorAll("text")].map((text) => text.textContent);
export const centre = (container: Element, order: number) => {
  const badge = container.querySelector(`[data-stroke='${order}'] circle[r='9.5']`);
  return { x: Number(badge?.getAttribute("cx")), y: Number(badge?.getAttribute("cy")) };
};
