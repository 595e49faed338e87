/** A plate of a nest, to scale: what is kept lies on it by number, what is left over is hatched. */
import type { Schemas } from "@/api/client";
import { d, type Part } from "./geometry";
import { moved, numberAt } from "./nested";

type Props = {
  plate: { width_mm: number; height_mm: number };
  laid: Schemas["NestLaid"];
  parts: readonly Part[];
  /** What it shows, for who does not see it. */
  label: string;
  /** The hatching's own name in the page. */
  id: string;
};

export function NestPlate({ plate, laid, parts, label, id }: Props) {
  const { width_mm: wide, height_mm: high } = plate;
  // a pixel, where the drawing is some 900 wide or as high as it may be
  const u = Math.max(wide / 900, high / 360);
  const edge = 6 * u;
  return (
    <svg
      viewBox={`${-edge} ${-high - edge} ${wide + 2 * edge} ${high + 2 * edge}`}
      className="max-h-[360px] w-full"
      role="img"
      aria-label={label}
      data-nest-plate=""
    >
      <defs>
        <pattern
          id={id}
          width={10 * u}
          height={10 * u}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d={`M0 0 V${10 * u}`} stroke="var(--ink)" strokeOpacity="0.25" strokeWidth={u} />
        </pattern>
      </defs>
      <rect
        y={-high}
        width={wide}
        height={high}
        fill="var(--steel)"
        stroke="var(--ink)"
        strokeWidth={1.5 * u}
      />
      {laid.remnant && (
        <path
          d={d(laid.remnant)}
          fill={`url(#${id})`}
          stroke="var(--ink)"
          strokeWidth={u}
          strokeDasharray={`${6 * u} ${4 * u}`}
          data-remnant=""
        />
      )}
      {laid.placed.map((one) => {
        const part = parts[one.part];
        if (part === undefined) return null;
        const at = numberAt(part, one);
        return (
          <g key={`${one.part} ${one.x_mm} ${one.y_mm}`} data-nested={one.part}>
            <path
              transform={moved(one)}
              d={[part.outer, ...part.holes].map(d).join(" ")}
              fillRule="evenodd"
              fill="var(--face)"
              stroke="var(--ink)"
              strokeWidth={1.5 * u}
            />
            <text
              x={at.x}
              y={at.y}
              fontSize={16 * u}
              fontWeight="600"
              textAnchor="middle"
              dominantBaseline="central"
              fill="var(--ink)"
              stroke="var(--face)"
              strokeWidth={4 * u}
              paintOrder="stroke"
            >
              {one.part + 1}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
