/** The order of work as a row of centre punches: done, open or stopped. */
import type { LineView, Schemas } from "@/api/client";
import { Mark } from "@/ui/mark";

type State = "done" | "open" | "stopped";

const STEEL_STOPS = [
  "not_oxygen_cuttable",
  "path_too_thick",
  "pierce_deep",
  "layers_not_one",
  "sealed_volume",
  "closed_vessel",
  "ends_not_known",
  "bevel_too_steep",
  "fume_poison",
  "burns_in_oxygen",
  "manganese_too_hot",
];
const WORDS: Record<State, string> = { done: "done", open: "open", stopped: "stopped" };

/** How far a cut has come. A stop of the steel leaves what follows it open. */
export function stages(view: LineView | undefined, kept?: Kept): [string, State][] {
  const stops =
    view?.plan?.notes.filter((note) => note.level === "stop").map((note) => note.code) ?? [];
  const steel = stops.some((code) => STEEL_STOPS.includes(code));
  const gas = stops.some((code) => !STEEL_STOPS.includes(code));
  const planned: State = view?.plan ? "done" : "open";
  return [
    ["Job", "done"],
    ["Steel", steel ? "stopped" : planned],
    ["Gas", gas ? "stopped" : planned],
    ["Settings", steel || gas ? "open" : planned],
    ["Card", view?.card_current ? "done" : "open"],
    ...torch(view, kept),
  ];
}

/** What was kept of the job at the torch. */
type Kept = Pick<Schemas["JobRecord"], "lines" | "runs">;

/** How far a cut has come at the torch: set up in a run, burnt, its edge judged, all of it on record. */
function torch(view: LineView | undefined, kept: Kept | undefined): [string, State][] {
  const line = kept?.lines.find(({ line_id }) => line_id === view?.line.id);
  const done = (is: boolean | undefined): State => (is ? "done" : "open");
  const burnt = (line?.burns.length ?? 0) > 0;
  const last = line?.burns[0]?.outcome;
  // a good edge needs no second look; any other is looked at
  const judged = burnt && (last === "good" || last === "usable" || (line?.edges.length ?? 0) > 0);
  const carded = (line?.cards.length ?? 0) > 0;
  return [
    ["Set-up", done(burnt || kept?.runs.some((run) => run.done > 0))],
    ["Burn", last === "lost" ? "stopped" : done(burnt)],
    ["Edge", done(judged)],
    ["Record", done(judged && carded)],
  ];
}

export function Stages({ view, kept }: { view: LineView | undefined; kept: Kept | undefined }) {
  const all = stages(view, kept);
  return (
    <ol className="flex flex-wrap items-center gap-y-1" aria-label="Order of work">
      {all.map(([name, state], i) => (
        <li key={name} className="flex items-center" data-stage={name} data-state={state}>
          {i > 0 && <span className="mx-1 h-0.5 w-4 bg-line-strong sm:w-8" aria-hidden="true" />}
          {state === "stopped" ? (
            <Mark level="stop" />
          ) : (
            <span
              aria-hidden="true"
              className={`size-3 rounded-full border-2 border-accent ${state === "done" ? "bg-accent" : "bg-sheet"}`}
            />
          )}
          <span className="pl-1 text-xs">
            {name}
            <span className="sr-only">, {WORDS[state]}</span>
          </span>
        </li>
      ))}
    </ol>
  );
}
