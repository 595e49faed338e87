/** The paths in the order of cutting, each with its start and why. */

import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { AT_FIRST, type Said, withCircle } from "@/cut/work/kinds";
import { Sign } from "@/draw/layout/signs";
import { sentence, word } from "@/text";
import { fill } from "@/text/fill";
import { LAYOUT, pathName, SIGNS } from "@/text/layout";
import { useKept } from "@/ui/kept";
import { usePreferences } from "@/ui/preferences";
import { clock, print } from "@/units";

type Props = {
  laid: Schemas["PathsReply"];
  picked: number | null;
  onPick: (order: number) => void;
  /** Of the plate, where it is known. */
  thickness: number | null;
  /** It must not be cut as it is planned: no path tells its time. */
  stopped?: boolean;
};

export function PathList({ laid, picked, onPick, thickness, stopped = false }: Props) {
  const { system } = usePreferences();
  return (
    <section aria-label={LAYOUT.paths} className="flex flex-col gap-1">
      {laid.drilled.length > 0 && (
        <p className="text-sm" data-drilled={laid.drilled.length}>
          {LAYOUT.drilled}:{" "}
          {laid.drilled.map((one) => print(one.diameter_mm, "length", system)).join(", ")}
        </p>
      )}
      <ol className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,340px),1fr))] gap-1">
        {laid.paths.map((path) => (
          <li key={path.order}>
            <button
              type="button"
              aria-pressed={picked === path.order}
              onClick={() => onPick(path.order)}
              data-path-row={path.order}
              className="grid w-full grid-cols-[24px_1fr_auto] items-center gap-2 rounded-md border border-line bg-sheet px-2 py-1 text-left text-sm hover:bg-sunk aria-pressed:border-2 aria-pressed:border-accent"
            >
              <span className="grid size-5 place-items-center rounded-full border border-ink text-xs font-bold">
                {path.order}
              </span>
              <span>
                {pathName(path.of, path.index)}, {word(path.start)}
                <span className="block text-xs text-ink-2">
                  {sentence("notes", path.why_note.code, path.why_note.values, system, path.why)}
                </span>
              </span>
              <span className="text-right tabular-nums">
                {path.tabs.length > 0 && `${fill(LAYOUT.ties, { n: path.tabs.length })} · `}
                {print(path.length_mm, "length", system)}
                <span className="block text-xs text-ink-2">
                  {path.time_s == null || stopped ? "" : clock(path.time_s)}
                  {path.pivot_mm == null
                    ? ""
                    : ` · ${LAYOUT.pivot} ${print(path.pivot_mm, "bore", system)}`}
                </span>
              </span>
            </button>
            {picked === path.order && path.by_hand.length > 0 && (
              <div className="text-sm">
                <ByHand steps={path.by_hand} />
                {path.across_mm != null && (
                  <ToCircle of={path.of} across={path.across_mm} thickness={thickness} />
                )}
              </div>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** From a circle of the part to its stages round a pivot: stance, thirds, times. */
function ToCircle(props: { of: string; across: number; thickness: number | null }) {
  const [said, setSaid] = useKept<Said>("galvanon.work", AT_FIRST);
  const circle = { of: props.of, across_mm: props.across };
  return (
    <Link
      to="/work"
      className="underline"
      onClick={() => setSaid(withCircle(said, circle, props.thickness))}
    >
      {LAYOUT.asCircle}
    </Link>
  );
}

/** How a hand gets round a circle, in order. */
export function ByHand({ steps }: { steps: Schemas["PathWire"]["by_hand"] }) {
  const { system } = usePreferences();
  return (
    <ol className="list-decimal py-1 pl-8" data-by-hand={steps.length}>
      {steps.map((step) => (
        <li key={step.code}>{sentence("notes", step.code, step.values, system, step.text)}</li>
      ))}
    </ol>
  );
}

/** The signs of the drawing in words. */
export function Legend({ hatched = "kept" }: { hatched?: string }) {
  return (
    <ul className="flex flex-wrap gap-x-4 gap-y-1 text-xs text-ink-2">
      <li className="flex items-center gap-1.5">
        <span className="inline-block h-3 w-5 border border-line-strong bg-[repeating-linear-gradient(135deg,var(--line-strong)_0_1px,transparent_1px_5px)]" />
        {hatched === "scrap" ? "scrap" : "kept"}
      </li>
      {SIGNS.map(({ sign, text }) => (
        <li key={sign} className="flex items-center gap-1.5">
          <svg viewBox="-9 -9 18 18" width="16" height="16" aria-hidden="true">
            <Sign kind={sign} at={{ x: 0, y: 0 }} u={1} />
          </svg>
          {text}
        </li>
      ))}
    </ul>
  );
}
