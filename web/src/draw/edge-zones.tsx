/** Where one looks at a poor edge: flame and torch above, the cut face below, each zone to be touched. */
import { gasColour } from "@/ui/gas-badge";

type Props = {
  /** The zone whose findings are shown. */
  chosen: string | null;
  /** How many findings of a zone were seen. */
  seen: Record<string, number>;
  onChoose: (zone: string) => void;
};

/** Zones with the box that takes the touch. */
export const ZONES: readonly {
  zone: string;
  label: string;
  box: [number, number, number, number];
}[] = [
  { zone: "torch", label: "Torch", box: [214, 4, 92, 62] },
  { zone: "flame", label: "Flame", box: [214, 68, 92, 52] },
  { zone: "top edge", label: "Top edge", box: [16, 122, 290, 34] },
  { zone: "face", label: "Cut face", box: [16, 158, 290, 104] },
  { zone: "bottom edge", label: "Bottom edge", box: [16, 264, 290, 44] },
  { zone: "kerf", label: "Kerf", box: [330, 122, 104, 186] },
  { zone: "metal", label: "Metal", box: [330, 4, 104, 116] },
];

const LINES = 22;

export function EdgeZones({ chosen, seen, onChoose }: Props) {
  return (
    <div className="relative">
      <svg viewBox="0 0 440 314" className="block w-full" aria-hidden="true">
        <path
          d="M236 4 h48 v46 l-12 14 h-24 l-12 -14 Z"
          fill="var(--steel-2)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        {[242, 252, 268, 278].map((x) => (
          <path key={x} d={`M${x - 4} 66 l4 16 l4 -16 Z`} fill={gasColour("acetylene")} />
        ))}
        <path d="M260 66 V126" stroke={gasColour("oxygen")} strokeWidth="5" />
        <rect
          x="16"
          y="130"
          width="244"
          height="142"
          fill="var(--face)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <rect
          x="260"
          y="130"
          width="46"
          height="142"
          fill="var(--steel)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        {Array.from({ length: LINES }, (_, i) => {
          const x = 26 + i * 10.6;
          return (
            <path
              // biome-ignore lint/suspicious/noArrayIndexKey: drag lines are alike
              key={i}
              d={`M${x} 132 C${x} 190 ${x - 2} 240 ${x - 9} 270`}
              fill="none"
              stroke="var(--steel-2)"
              strokeWidth="1.4"
            />
          );
        })}
        <path
          d="M260 130 C262 190 254 240 244 272"
          fill="none"
          stroke="var(--heat-orange)"
          strokeWidth="4"
        />
        <path
          d="M30 272 q4 10 9 0 q5 14 11 0 q4 8 9 0 M120 272 q5 12 10 0 q4 9 9 0 M190 272 q5 11 10 0"
          fill="var(--steel-2)"
          stroke="var(--ink)"
        />
        <path
          d="M242 274 l-8 26 M245 274 l-3 30 M248 274 l2 26"
          stroke="var(--heat-orange)"
          strokeWidth="1.6"
        />
        <rect
          x="334"
          y="130"
          width="40"
          height="142"
          fill="var(--steel)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <rect
          x="388"
          y="130"
          width="42"
          height="142"
          fill="var(--steel)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <path
          d="M378 122 l6 0 M381 118 v12 M381 272 v14"
          stroke="var(--ink-2)"
          strokeDasharray="3 3"
        />
        <path
          d="M338 26 h88 v58 h-88 Z"
          fill="var(--steel)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <circle cx="382" cy="54" r="12" fill="var(--heat-cherry)" opacity="0.8" />
        <circle
          cx="382"
          cy="54"
          r="20"
          fill="none"
          stroke="var(--heat-blue)"
          strokeWidth="3"
          opacity="0.6"
        />
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
            left: `${(100 * x) / 440}%`,
            top: `${(100 * y) / 314}%`,
            width: `${(100 * width) / 440}%`,
            height: `${(100 * height) / 314}%`,
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
