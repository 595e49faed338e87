/** A shape from its end, to scale: its outline, depth, width, and the thickness of web and flange. */
import type { Schemas } from "@/api/client";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";

/** The drawing's own units; the shape fills the middle. */
const VIEW = { width: 420, height: 340, room: 76 };

export function SectionDrawing({ outline }: { outline: Schemas["OutlineReply"] }) {
  const { system } = usePreferences();
  const { dimensions_mm: size, code } = outline.profile;
  const depth = size.depth ?? 1;
  const width = size.width ?? 1;
  const scale = Math.min(
    (VIEW.width - 2 * VIEW.room) / width,
    (VIEW.height - 1.4 * VIEW.room) / depth,
  );
  const middle = { x: VIEW.width / 2, y: VIEW.height / 2 - 12 };
  const line = (points: Schemas["OutlinePoint"][]) =>
    points
      .map(
        ({ x_mm, y_mm }, i) =>
          `${i === 0 ? "M" : "L"}${middle.x + x_mm * scale} ${middle.y - y_mm * scale}`,
      )
      .join(" ");
  const say = (value: number) => print(value, "length", system);
  const left = middle.x - (width * scale) / 2;
  const top = middle.y - (depth * scale) / 2;
  const bottom = middle.y + (depth * scale) / 2;
  const round = outline.inner.length > 0 && width === depth && size.root_radius === 0;
  return (
    <svg
      viewBox={`0 0 ${VIEW.width} ${VIEW.height}`}
      className="block w-full"
      role="img"
      aria-label={`${code} from its end: ${say(depth)} deep, ${say(width)} wide`}
    >
      <path
        d={`${line(outline.outer)} Z ${outline.inner.length > 0 ? `${line(outline.inner)} Z` : ""}`}
        fill="var(--steel)"
        fillRule="evenodd"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <g stroke="var(--ink)" strokeWidth="1" fill="none">
        <path
          d={`M${left - 22} ${top} V${bottom} M${left - 28} ${top} h12 M${left - 28} ${bottom} h12`}
        />
        {!round && (
          <path
            d={`M${left} ${bottom + 22} h${width * scale} M${left} ${bottom + 16} v12 M${left + width * scale} ${bottom + 16} v12`}
          />
        )}
      </g>
      <g fontSize="14" fill="var(--ink)">
        <text x={left - 34} y={middle.y + 5} textAnchor="end">
          {say(depth)}
        </text>
        {!round && (
          <text x={middle.x} y={bottom + 42} textAnchor="middle">
            {say(width)}
          </text>
        )}
      </g>
    </svg>
  );
}
