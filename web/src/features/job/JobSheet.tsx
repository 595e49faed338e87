/** A job's name, note and rig: what every cut of it takes unless it says otherwise. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { ApiFailure, api, data, type Job, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeRack } from "@/api/lists";
import { FuelPicker } from "@/cut/FuelPicker";
import { refusal, SCREEN } from "@/text";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { useLimits } from "@/ui/limits";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { Sheet } from "@/ui/sheet";
import { Failed } from "@/ui/states";

type Hose = { bore_mm?: number; length_m?: number };
type Rig = {
  rack?: Record<string, string>;
  gas?: { fuel?: string; oxygen_hose?: Hose; fuel_hose?: Hose };
  torch?: string;
};

const TORCHES = [
  { value: "equal_pressure", text: "equal pressure" },
  { value: "injector", text: "injector" },
];
const HOSES = [
  ["oxygen_hose", "Oxygen hose"],
  ["fuel_hose", "Fuel hose"],
] as const;
/** Places of the rig that a piece of the rack can stand in: its kind, and what it must be for. */
const PLACES: readonly {
  place: string;
  label: string;
  kind: string;
  fits: (gas: unknown) => boolean;
}[] = [
  { place: "oxygen_hose", label: "Oxygen hose", kind: "hose", fits: (gas) => gas === "oxygen" },
  { place: "fuel_hose", label: "Fuel hose", kind: "hose", fits: (gas) => gas === "fuel" },
  {
    place: "oxygen_regulator",
    label: "Oxygen regulator",
    kind: "regulator",
    fits: (gas) => gas === "oxygen",
  },
  {
    place: "fuel_regulator",
    label: "Fuel regulator",
    kind: "regulator",
    fits: (gas) => gas !== "oxygen",
  },
  { place: "torch", label: "Torch", kind: "torch", fits: () => true },
];
const NONE = "none";

export function JobSheet({ job, open, onClose }: { job: Job; open: boolean; onClose: () => void }) {
  const { system } = usePreferences();
  // what the planner takes where a job names no hose
  const usual = useLimits()?.usual_hose;
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [name, setName] = useState(job.name);
  const [note, setNote] = useState(job.note);
  const rig = job.rig as Rig;
  const path = { path: { id: job.id } };
  const refresh = () => {
    const follows = ["jobs", "today", "draft"];
    return queries.invalidateQueries({
      predicate: (query) => follows.includes(String(query.queryKey[0])),
    });
  };
  // quick changes are saved one after the other, each on the version the last one made
  const latest = useRef(job);
  if (job.version > latest.current.version) latest.current = job;
  const change = useMutation({
    scope: { id: `rig-${job.id}` },
    mutationFn: (edit: (now: Job) => { name?: string; note?: string; rig?: Rig }) => {
      const body = {
        version: latest.current.version,
        ...edit(latest.current),
      } as Schemas["JobChange"];
      return data(api.PATCH("/api/v1/jobs/{id}", { params: path, body }));
    },
    onSuccess: (changed) => {
      latest.current = changed;
    },
    onSettled: refresh,
  });
  const remove = useMutation({
    mutationFn: () =>
      data(
        api.DELETE("/api/v1/jobs/{id}", {
          params: path,
          body: { version: latest.current.version },
        }),
      ),
    onSuccess: async (gone) => {
      queries.setQueryData(keys.deletedJob, gone);
      await navigate({ to: "/jobs" });
      await refresh();
    },
  });
  const rack = useQuery({
    queryKey: keys.rack,
    enabled: open,
    queryFn: wholeRack,
  });
  const failure = change.error instanceof ApiFailure ? change.error : null;
  const problem = (field: string) => {
    const found = failure?.fields.find((each) => each.path === field);
    return found === undefined ? undefined : refusal(found, system);
  };
  const changeRig = (edit: (now: Rig) => Rig) =>
    change.mutate((now) => ({ rig: edit(now.rig as Rig) }));
  const changeGas = (edit: (now: NonNullable<Rig["gas"]>) => Rig["gas"]) =>
    changeRig((now) => ({ ...now, gas: { ...now.gas, ...edit(now.gas ?? {}) } }));
  const changeHose = (which: "oxygen_hose" | "fuel_hose", part: Hose) =>
    changeGas((now) => ({ [which]: { ...usual, ...now[which], ...part } }));

  return (
    <Sheet open={open} onClose={onClose} title="This job">
      <div className="flex flex-col gap-4">
        <label className="flex flex-col gap-0.5 text-xs text-ink-2">
          What the shop calls it
          <input
            value={name}
            onChange={(event) => setName(event.target.value)}
            onBlur={() => name !== job.name && change.mutate(() => ({ name }))}
            className="h-9 rounded-md border border-line-strong bg-sheet px-2 text-sm text-ink"
          />
        </label>
        <label className="flex flex-col gap-0.5 text-xs text-ink-2">
          Note
          <textarea
            value={note}
            rows={3}
            onChange={(event) => setNote(event.target.value)}
            onBlur={() => note !== job.note && change.mutate(() => ({ note }))}
            className="rounded-md border border-line-strong bg-sheet p-2 text-sm text-ink"
          />
        </label>
        {PLACES.some(({ kind }) => rack.data?.gear.some((view) => view.gear.kind === kind)) && (
          <fieldset className="grid grid-cols-2 gap-2">
            <legend className="pb-1 text-sm font-semibold">From the rack</legend>
            {PLACES.map(({ place, label, kind, fits }) => (
              <Choice
                key={place}
                label={`${label}, from the rack`}
                value={rig.rack?.[place] ?? NONE}
                options={[
                  { value: NONE, text: "not named" },
                  ...(rack.data?.gear ?? [])
                    .filter((view) => view.gear.kind === kind)
                    .filter((view) => fits((view.gear.fields as { gas?: unknown }).gas))
                    .map((view) => ({ value: view.gear.id, text: view.gear.label })),
                ]}
                onChange={(id) =>
                  changeRig((now) => {
                    const { [place]: _, ...rest } = now.rack ?? {};
                    return { ...now, rack: id === NONE ? rest : { ...rest, [place]: id } };
                  })
                }
              />
            ))}
          </fieldset>
        )}
        <FuelPicker
          value={rig.gas?.fuel ?? "acetylene"}
          onChange={(fuel) => changeGas(() => ({ fuel }))}
        />
        {rig.rack?.torch === undefined && (
          <Choice
            label="Torch"
            value={rig.torch ?? "equal_pressure"}
            options={TORCHES}
            onChange={(torch) => changeRig((now) => ({ ...now, torch }))}
          />
        )}
        {HOSES.filter(([which]) => rig.rack?.[which] === undefined).map(([which, label]) => {
          const hose: Hose = { ...usual, ...rig.gas?.[which] };
          return (
            <div key={which} className="grid grid-cols-2 gap-2">
              <MeasureField
                label={`${label}, bore`}
                kind="length"
                value={hose.bore_mm ?? null}
                error={problem(`gas.${which}.bore_mm`)}
                onCommit={(bore_mm) => changeHose(which, { bore_mm })}
              />
              <MeasureField
                label={`${label}, length`}
                kind="run"
                value={hose.length_m ?? null}
                error={problem(`gas.${which}.length_m`)}
                onCommit={(length_m) => changeHose(which, { length_m })}
              />
            </div>
          );
        })}
        {failure && failure.code === "stale" && <Failed error={new Error(SCREEN.staleJob)} />}
        {failure && failure.code !== "stale" && failure.fields.length === 0 && (
          <Failed error={failure} />
        )}
        {problem("name") && <p className="text-xs text-stop">{problem("name")}</p>}
        {problem("rig") && <p className="text-xs text-stop">{problem("rig")}</p>}
        <Button className="self-start" onClick={() => remove.mutate()} disabled={remove.isPending}>
          Delete this job
        </Button>
        {remove.error && <Failed error={remove.error} />}
      </div>
    </Sheet>
  );
}
