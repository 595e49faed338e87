/** The order of work as a row of centre punches: done, open or stopped. Stages not built yet are absent. */
import type { LineView } from "@/api/client";
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
export function stages(view: LineView | undefined): [string, State][] {
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
  ];
}

export function Stages({ view }: { view: LineView | undefined }) {
  const all = stages(view);
  return (
    <ol className="flex items-center overflow-x-auto" aria-label="Order of work">
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
