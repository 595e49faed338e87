/** Other work of the torch to scale: the thing it is done to, what goes and what stays, and the tip in the stage that is looked at. */
import { usePreferences } from "@/ui/preferences";
import { print, type System } from "@/units";
import {
  arcPath,
  roundness,
  type Scene,
  type Size,
  sceneOf,
  type Thing,
  type Torch,
  viewOf,
} from "./shapes";

type Props = {
  kind: string;
  /** Measures by their field or setting, mm. */
  measures: Record<string, number | undefined>;
  /** Choices by their field. */
  words?: Record<string, string | undefined>;
  /** The stage that cuts: what a fastener's cuts are. */
  cutStage: string;
  /** The stage that is looked at. */
  stage: string;
};

const FILL: Record<Thing["look"], string> = {
  steel: "var(--steel)",
  gone: "var(--face)",
  kept: "var(--steel-2)",
  rail: "var(--line-strong)",
  hole: "var(--sheet)",
  // warm, whatever its colour: the strip beneath says which
  hot: "color-mix(in srgb, var(--heat-orange) 55%, var(--steel))",
  cylinder: "var(--line-strong)",
};

/** A heating head: wide, with a flame for each of its orifices. */
function Head({ at, unit, lit }: { at: Torch; unit: number; lit: boolean }) {
  const size = 16 * unit;
  return (
    <g transform={`translate(${at.x} ${-at.y})`} data-heating-head="">
      <path
        d={`M${-size} 0 Q${-size} ${-size} ${-0.35 * size} ${-1.3 * size} V${-2.6 * size} H${0.35 * size} V${-1.3 * size} Q${size} ${-size} ${size} 0 Z`}
        fill="var(--flame-tip)"
        stroke="var(--ink)"
        strokeWidth={unit}
      />
      {lit &&
        [-0.8, -0.4, 0, 0.4, 0.8].map((x) => (
          <path
            key={x}
            d={`M${(x - 0.12) * size} 0 L${x * size} ${0.75 * size} L${(x + 0.12) * size} 0 Z`}
            fill="var(--heat-orange)"
          />
        ))}
    </g>
  );
}

/** The tip with its flame, pointing down from where it stands. */
function Tip({ at, unit, lit }: { at: Torch; unit: number; lit: boolean }) {
  const size = 16 * unit;
  return (
    <g transform={`translate(${at.x} ${-at.y}) rotate(${at.lean})`}>
      <path
        d={`M${-0.35 * size} 0 L${-0.6 * size} ${-1.4 * size} V${-2.6 * size} H${0.6 * size} V${-1.4 * size} L${0.35 * size} 0 Z`}
        fill="var(--flame-tip)"
        stroke="var(--ink)"
        strokeWidth={unit}
      />
      {lit && (
        <path
          d={`M${-0.25 * size} 0 L0 ${0.9 * size} L${0.25 * size} 0 Z`}
          fill="var(--heat-orange)"
        />
      )}
    </g>
  );
}

function Things({ scene, stage, unit }: { scene: Scene; stage: string; unit: number }) {
  return (
    <>
      {scene.things.map((thing, i) => {
        const now = thing.stages.includes(stage);
        return (
          <rect
            // biome-ignore lint/suspicious/noArrayIndexKey: the things of a scene stand in a fixed order
            key={i}
            x={thing.x}
            y={-thing.y - thing.height}
            width={thing.width}
            height={thing.height}
            {...roundness(thing)}
            fill={FILL[thing.look === "hot" && !now ? "steel" : thing.look]}
            stroke={now ? "var(--accent)" : "var(--ink)"}
            strokeWidth={now ? 3 * unit : unit}
            strokeDasharray={thing.look === "gone" ? `${4 * unit} ${3 * unit}` : undefined}
          />
        );
      })}
      {scene.cuts.map((cut) => (
        <line
          key={cut.from.join()}
          x1={cut.from[0]}
          y1={-cut.from[1]}
          x2={cut.to[0]}
          y2={-cut.to[1]}
          stroke={cut.stages.includes(stage) ? "var(--heat-cherry)" : "var(--ink-2)"}
          strokeWidth={(cut.stages.includes(stage) ? 3 : 1.5) * unit}
        />
      ))}
      {scene.arcs?.map((arc) => (
        <path
          key={arc.from}
          d={arcPath(arc)}
          fill="none"
          stroke={arc.stages.includes(stage) ? "var(--heat-cherry)" : "var(--ink-2)"}
          strokeWidth={(arc.stages.includes(stage) ? 4 : 1.5) * unit}
          data-arc={arc.stages.join()}
        />
      ))}
    </>
  );
}

/** A measure with its line, over what lies level and right of what stands. */
function Sized({ size, unit, system }: { size: Size; unit: number; system: System }) {
  const { from, to, mm } = size;
  const level = from[1] === to[1];
  const off = 12 * unit;
  const [x1, x2] = [from[0] + (level ? 0 : off), to[0] + (level ? 0 : off)];
  const [y1, y2] = [-from[1] - (level ? off : 0), -to[1] - (level ? off : 0)];
  return (
    <g stroke="var(--ink-2)" strokeWidth={unit}>
      <line x1={x1} y1={y1} x2={x2} y2={y2} />
      {[
        [x1, y1],
        [x2, y2],
      ].map(([x = 0, y = 0]) => (
        <circle key={`${x},${y}`} cx={x} cy={y} r={2 * unit} fill="var(--ink-2)" stroke="none" />
      ))}
      <text
        x={(x1 + x2) / 2 + (level ? 0 : 6 * unit)}
        y={(y1 + y2) / 2 + (level ? -5 : 5) * unit}
        fontSize={15 * unit}
        textAnchor={level ? "middle" : "start"}
        fill="var(--ink)"
        stroke="none"
      >
        {print(mm, "gap", system)}
      </text>
    </g>
  );
}

export function WorkDrawing({ kind, measures, words = {}, cutStage, stage }: Props) {
  const { system } = usePreferences();
  const scene = sceneOf(kind, measures, cutStage, words);
  if (scene === null) return null;
  const view = viewOf(scene);
  // a line on the screen is about a pixel, whatever the thing measures
  const unit = Math.max(view.width / 640, view.height / 260);
  const torch = scene.torch[stage];
  const OnTorch = scene.head ? Head : Tip;
  const top = -(view.y + view.height);
  return (
    <svg
      viewBox={`${view.x} ${top} ${view.width} ${view.height}`}
      className="block max-h-[32vh] w-full rounded-md border border-line bg-sunk"
      role="img"
      aria-label={scene.words}
      data-work-drawing={kind}
    >
      <Things scene={scene} stage={stage} unit={unit} />
      {scene.sizes.map((size) => (
        <Sized key={`${size.from.join()} ${size.to.join()}`} {...{ size, unit, system }} />
      ))}
      {torch && <OnTorch at={torch} unit={unit} lit={!/height|head|dry/.test(stage)} />}
    </svg>
  );
}
