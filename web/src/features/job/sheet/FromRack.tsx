/** Which pieces of the rack a job is rigged with. */
import type { GearView } from "@/api/client";
import { Choice } from "@/ui/choice";
import { NONE, offered, PLACES, type Rig } from "./rig";

type Props = {
  rig: Rig;
  gear: readonly GearView[];
  onPick: (place: string, id: string) => void;
};

export function FromRack({ rig, gear, onPick }: Props) {
  if (!PLACES.some(({ kind }) => gear.some((view) => view.gear.kind === kind))) return null;
  return (
    <fieldset className="grid grid-cols-2 gap-2">
      <legend className="pb-1 text-sm font-semibold">From the rack</legend>
      {PLACES.map((each) => (
        <Choice
          key={each.place}
          label={`${each.label}, from the rack`}
          value={rig.rack?.[each.place] ?? NONE}
          options={offered(each, gear)}
          onChange={(id) => onPick(each.place, id)}
        />
      ))}
    </fieldset>
  );
}
