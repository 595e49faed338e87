/** How an edge is measured: three small scenes, the line of each beside it. */
import { useId } from "react";

const LINE = { stroke: "var(--ink)", strokeWidth: 1.5 } as const;

/** The square on the top face, its blade down the cut, a feeler in the widest gap. */
function Square() {
  return (
    <g>
      <path d="M10 44 h74 q-3 20 -9 34 t-5 26 h-60 Z" fill="var(--steel)" {...LINE} />
      <path d="M30 30 h66 v78 h-12 v-66 h-54 Z" fill="var(--face)" {...LINE} />
      <path d="M77 72 l18 -1 v7 l-20 0 Z" fill="var(--accent)" />
      <path d="M92 74 h30" stroke="var(--accent)" strokeWidth="5" strokeLinecap="round" />
    </g>
  );
}

/** The comparator strip beside the middle of the face. */
function Strip() {
  const id = useId();
  return (
    <g>
      <defs>
        {[3, 5, 8].map((pitch) => (
          <pattern
            key={pitch}
            id={`${id}-${pitch}`}
            width={pitch}
            height="20"
            patternUnits="userSpaceOnUse"
          >
            <path d="M1 0 V20" stroke="var(--ink)" strokeWidth={pitch / 3.5} />
          </pattern>
        ))}
      </defs>
      <path d="M6 20 h120 v88 h-120 Z" fill="var(--steel)" {...LINE} />
      <rect x="6" y="20" width="120" height="88" fill={`url(#${id}-5)`} opacity="0.5" />
      <g {...LINE}>
        <path d="M24 48 h84 v32 h-84 Z" fill="var(--sheet)" />
        {[3, 5, 8].map((pitch, i) => (
          <rect
            key={pitch}
            x={28 + i * 27}
            y="52"
            width="22"
            height="24"
            fill={`url(#${id}-${pitch})`}
          />
        ))}
      </g>
    </g>
  );
}

/** A depth gauge over a groove. */
function Groove() {
  return (
    <g>
      <path d="M6 66 h44 q8 0 12 18 q4 -18 12 -18 h52 v42 h-120 Z" fill="var(--steel)" {...LINE} />
      <path d="M28 54 h72 v12 h-72 Z" fill="var(--face)" {...LINE} />
      <path d="M58 14 h8 v40 h-8 Z" fill="var(--face)" {...LINE} />
      <path d="M62 54 v29" stroke="var(--accent)" strokeWidth="3" />
    </g>
  );
}

const SCENES = { square: Square, strip: Strip, groove: Groove };

/** Decorative: the line beside it says the same. */
export function MeasureScene({ scene }: { scene: keyof typeof SCENES }) {
  const Scene = SCENES[scene];
  return (
    <svg viewBox="0 0 132 116" className="block w-full" aria-hidden="true">
      <Scene />
    </svg>
  );
}
