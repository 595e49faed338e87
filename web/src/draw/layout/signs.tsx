/** The signs of a layout: how a path begins, where a hand stops, what is drilled. The legend shows the same. */
import type { Spot } from "../dry-run";

/** A sign at a place; `u` is a pixel of the screen in mm. */
export function Sign({ kind, at, u }: { kind: string; at: Spot; u: number }) {
  const r = 5 * u;
  const line = { stroke: "var(--ink)", strokeWidth: 1.5 * u, fill: "none" };
  if (kind === "edge") {
    const tip = `M${at.x - r} ${at.y - r} L${at.x + r} ${at.y} L${at.x - r} ${at.y + r} Z`;
    return <path d={tip} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.5 * u} />;
  }
  if (kind === "pierce") {
    return (
      <g>
        <circle cx={at.x} cy={at.y} r={r} {...line} fill="var(--sheet)" />
        <circle cx={at.x} cy={at.y} r={r / 2} fill="var(--heat-cherry)" />
      </g>
    );
  }
  if (kind === "stop") {
    return (
      <g>
        <rect
          x={at.x - r * 0.8}
          y={at.y - r * 0.8}
          width={r * 1.6}
          height={r * 1.6}
          {...line}
          fill="var(--caution-soft)"
        />
        <path
          d={`M${at.x - r * 0.35} ${at.y - r * 0.4} v${r * 0.8} M${at.x + r * 0.35} ${at.y - r * 0.4} v${r * 0.8}`}
          {...line}
        />
      </g>
    );
  }
  if (kind === "tie") {
    return (
      <path
        d={`M${at.x - r} ${at.y - r * 0.5} h${r * 2} M${at.x - r} ${at.y + r * 0.5} h${r * 2} M${at.x} ${at.y - r * 0.5} v${r}`}
        {...line}
        stroke="var(--accent)"
        strokeWidth={2 * u}
      />
    );
  }
  if (kind === "standing") {
    return (
      <path
        d={`M${at.x - r} ${at.y + r} Q${at.x + r} ${at.y + r} ${at.x + r} ${at.y - r}`}
        {...line}
        stroke="var(--caution)"
        strokeWidth={2 * u}
      />
    );
  }
  // drilled: a ring with a cross
  return (
    <g>
      <circle cx={at.x} cy={at.y} r={r} {...line} fill="var(--sheet)" />
      <path
        d={`M${at.x - r * 1.5} ${at.y} h${r * 3} M${at.x} ${at.y - r * 1.5} v${r * 3}`}
        {...line}
      />
    </g>
  );
}

/** A path's number, on a plate of its own so that it reads on steel. */
export function PathNumber({
  at,
  u,
  children,
  done,
}: {
  at: Spot;
  u: number;
  children: string;
  done: boolean;
}) {
  return (
    <g>
      <circle
        cx={at.x}
        cy={at.y}
        r={9 * u}
        fill={done ? "var(--ink)" : "var(--sheet)"}
        stroke="var(--ink)"
        strokeWidth={u}
      />
      <text
        x={at.x}
        y={at.y + 4.2 * u}
        fontSize={12 * u}
        fontWeight="700"
        textAnchor="middle"
        fill={done ? "var(--sheet)" : "var(--ink)"}
      >
        {children}
      </text>
    </g>
  );
}
