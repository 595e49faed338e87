/** How wide and how high a part is, beside it, as a drawing says it. */
import type { Box } from "./geometry";

type Props = {
  box: Box;
  u: number;
  say: (mm: number) => string;
  /** Whether the height stands at the left, where the right is taken. */
  left?: boolean;
};

export function Dimensions({ box, u, say, left = false }: Props) {
  const off = 22 * u;
  const ink = { stroke: "var(--ink)", strokeWidth: u, fill: "none" };
  const [above, right] = [-box.top - off, left ? box.left - 2 * off : box.right + 2 * off];
  const text = {
    fontSize: 13 * u,
    fontWeight: 600,
    fill: "var(--ink)",
    stroke: "var(--steel)",
    strokeWidth: 4 * u,
    paintOrder: "stroke",
    textAnchor: "middle" as const,
  };
  const [cx, cy] = [(box.left + box.right) / 2, -(box.top + box.bottom) / 2];
  return (
    <g data-dimensions="" pointerEvents="none">
      <path
        d={`M${box.left} ${above} H${box.right} M${box.left} ${above - 5 * u} v${10 * u} M${box.right} ${above - 5 * u} v${10 * u}`}
        {...ink}
      />
      <path
        d={`M${right} ${-box.top} V${-box.bottom} M${right - 5 * u} ${-box.top} h${10 * u} M${right - 5 * u} ${-box.bottom} h${10 * u}`}
        {...ink}
      />
      <text x={cx} y={above + 4.5 * u} {...text}>
        {say(box.right - box.left)}
      </text>
      <text x={right} y={cy + 4.5 * u} {...text}>
        {say(box.top - box.bottom)}
      </text>
    </g>
  );
}
