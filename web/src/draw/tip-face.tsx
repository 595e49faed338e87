/** A tip seen from the front, to scale with its neighbours: the bore, the preheat holes, the face. */

type Props = { bore: number; recessed: boolean; kind: string; dinged: boolean };

/** Millimetres of the drawing across a tip of the largest size. */
const ACROSS = 16;

export function TipFace({ bore, recessed, kind, dinged }: Props) {
  const holes = kind === "high_preheat" ? 10 : 6;
  const ring = 2.4 + bore * 0.7;
  const outer = ring + 2.4;
  return (
    <svg
      viewBox={`${-ACROSS / 2} ${-ACROSS / 2} ${ACROSS} ${ACROSS}`}
      className="block size-16"
      aria-hidden="true"
    >
      <circle r={outer + 0.9} fill="var(--steel)" stroke="var(--ink)" strokeWidth="0.25" />
      <circle
        r={outer}
        fill={recessed ? "var(--steel-2)" : "var(--face)"}
        stroke="var(--ink)"
        strokeWidth="0.2"
      />
      {recessed && (
        <circle
          r={outer - 0.7}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="0.2"
          strokeDasharray="0.7 0.5"
        />
      )}
      {Array.from({ length: holes }, (_, i) => {
        const angle = (2 * Math.PI * i) / holes;
        return (
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: the holes are alike
            key={i}
            cx={ring * Math.cos(angle)}
            cy={ring * Math.sin(angle)}
            r={0.42}
            fill="var(--ink)"
          />
        );
      })}
      <circle r={bore / 2} fill="var(--ink)" />
      {kind === "gouging" && (
        <path
          d={`M${-outer} ${outer * 0.55} Q0 ${outer * 1.25} ${outer} ${outer * 0.55}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="0.5"
        />
      )}
      {dinged && (
        <path
          d={`M${outer * 0.45} ${-outer} l0.9 1.5 l-1.3 0.5 l1.1 1.3`}
          fill="none"
          stroke="var(--stop)"
          strokeWidth="0.6"
        />
      )}
    </svg>
  );
}
