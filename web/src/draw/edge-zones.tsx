/** Where one looks at a poor edge: flame and torch above, the cut face as it was told so far, each zone to be touched. */
import { flameColour, gasColour } from "@/ui/gas-badge";
import { CutFace, FACE_VIEW, type FaceFigures } from "./cut-face";

type Props = {
  /** The face as told so far. */
  face: FaceFigures;
  /** The zone whose findings are shown. */
  chosen: string | null;
  /** How many findings of a zone were seen. */
  seen: Record<string, number>;
  onChoose: (zone: string) => void;
};

const VIEW = { width: 440, height: 290, drop: 92 };

/** Zones with the box that takes the touch. */
export const ZONES: readonly {
  zone: string;
  label: string;
  box: [number, number, number, number];
}[] = [
  { zone: "metal", label: "Metal", box: [12, 4, 128, 104] },
  { zone: "torch", label: "Torch", box: [240, 2, 110, 54] },
  { zone: "flame", label: "Flame", box: [240, 58, 110, 52] },
  { zone: "kerf", label: "Kerf", box: [12, 112, 128, 172] },
  { zone: "top edge", label: "Top edge", box: [164, 112, 262, 46] },
  { zone: "face", label: "Cut face", box: [164, 160, 262, 62] },
  { zone: "bottom edge", label: "Bottom edge", box: [164, 224, 262, 60] },
];

export function EdgeZones({ face, chosen, seen, onChoose }: Props) {
  const tip = { x: 295, face: 60 };
  const top = FACE_VIEW.top + VIEW.drop;
  return (
    <div className="relative">
      <svg viewBox={`0 0 ${VIEW.width} ${VIEW.height}`} className="block w-full" aria-hidden="true">
        <path
          d={`M${tip.x - 24} 4 h48 v40 l-12 ${tip.face - 44} h-24 l-12 ${44 - tip.face} Z`}
          fill="var(--steel-2)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        {[-18, -8, 8, 18].map((x) => (
          <path key={x} d={`M${tip.x + x - 4} ${tip.face} l4 18 l4 -18 Z`} fill={flameColour()} />
        ))}
        <path d={`M${tip.x} ${tip.face} V${top}`} stroke={gasColour("oxygen")} strokeWidth="5" />
        <path
          d="M22 16 h108 v74 h-108 Z"
          fill="var(--steel)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <circle cx="76" cy="50" r="12" fill="var(--heat-cherry)" opacity="0.8" />
        <circle
          cx="76"
          cy="50"
          r="20"
          fill="none"
          stroke="var(--heat-blue)"
          strokeWidth="3"
          opacity="0.6"
        />
        <g transform={`translate(0 ${VIEW.drop})`}>
          <CutFace face={face} />
        </g>
      </svg>
      {ZONES.map(({ zone, label, box: [x, y, width, height] }) => (
        <button
          key={zone}
          type="button"
          aria-pressed={chosen === zone}
          aria-label={`${label}${(seen[zone] ?? 0) > 0 ? `, ${seen[zone]} seen` : ""}`}
          data-zone={zone}
          onClick={() => onChoose(zone)}
          className="absolute rounded-md border-2 border-transparent hover:border-accent hover:bg-accent/10 aria-pressed:border-accent aria-pressed:bg-accent/15"
          style={{
            left: `${(100 * x) / VIEW.width}%`,
            top: `${(100 * y) / VIEW.height}%`,
            width: `${(100 * width) / VIEW.width}%`,
            height: `${(100 * height) / VIEW.height}%`,
          }}
        >
          <span className="absolute right-1 bottom-0.5 rounded-sm bg-sheet/85 px-1 text-xs font-semibold text-ink">
            {label}
            {(seen[zone] ?? 0) > 0 && <span className="ml-1 text-stop">{seen[zone]}</span>}
          </span>
        </button>
      ))}
    </div>
  );
}
