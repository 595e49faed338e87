/** A job's name, note and rig: what every cut of it takes unless it says otherwise. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ApiFailure, type Job } from "@/api/client";
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
import { FromRack } from "./FromRack";
import { HOSES, type Hose, placed, type Rig, TORCHES } from "./rig";
import { useJobChange } from "./useJobChange";

export function JobSheet({ job, open, onClose }: { job: Job; open: boolean; onClose: () => void }) {
  const { system } = usePreferences();
  // what the planner takes where a job names no hose
  const usual = useLimits()?.usual_hose;
  const [name, setName] = useState(job.name);
  const [note, setNote] = useState(job.note);
  const rig = job.rig as Rig;
  const { change, remove } = useJobChange(job);
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
        <FromRack
          rig={rig}
          gear={rack.data?.gear ?? []}
          onPick={(place, id) => changeRig((now) => placed(now, place, id))}
        />
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
