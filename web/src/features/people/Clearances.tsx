/** Who is cleared for what: the list, a new one, one withdrawn with its reason. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { ApiFailure, api, data, type Person } from "@/api/client";
import { keys } from "@/api/keys";
import { everybody } from "@/api/lists";
import { once } from "@/api/once";
import { options, refusal } from "@/text";
import { PEOPLE, PROCESSES } from "@/text/people";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { MeasureField, type Reading } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { useSession } from "@/ui/session";
import { Sheet } from "@/ui/sheet";
import { Failed } from "@/ui/states";
import { TextField } from "@/ui/text-field";
import { ANY, type Clearance, clearanceOf, clearedFor, standing } from "./model";

const FUELS = [
  { value: ANY, text: PEOPLE.anyFuel },
  ...options(["acetylene", "propane", "propylene", "natural_gas"]),
];
const WAYS = [
  { value: ANY, text: PEOPLE.anyWay },
  ...Object.entries(PROCESSES).map(([value, text]) => ({ value, text })),
];

function NewClearance({ people, onClose }: { people: Person[]; onClose: () => void }) {
  const { system } = usePreferences();
  const queries = useQueryClient();
  const [person_id, setPerson] = useState(people[0]?.id ?? "");
  const [fuel, setFuel] = useState(ANY);
  const [process, setProcess] = useState(ANY);
  const [thickness, setThickness] = useState<number | null>(null);
  const [until, setUntil] = useState("");
  const save = useMutation({
    mutationFn: () => {
      const body = clearanceOf({ person_id, fuel, process, thickness, until });
      return once(["clearance", body], body, (id, body) =>
        data(api.PUT("/api/v1/clearances/{id}", { params: { path: { id } }, body })),
      );
    },
    onSuccess: onClose,
    onSettled: () => queries.invalidateQueries({ queryKey: keys.clearances }),
  });
  // what was typed is read before it is saved: a thickness that is still being read is no clearance for any
  const [reading, setReading] = useState<Reading>("read");
  const [wanted, setWanted] = useState(false);
  const { mutate } = save;
  useEffect(() => {
    if (!wanted || reading === "typed") return;
    setWanted(false);
    if (reading === "read") mutate();
  }, [wanted, reading, mutate]);
  const failure = save.error instanceof ApiFailure ? save.error : null;
  const fault = failure?.fields.find((field) => field.path === "thickness_to_mm");
  return (
    <Sheet open onClose={onClose} title={PEOPLE.clear}>
      <form
        className="flex flex-col gap-3"
        data-clearance=""
        onSubmit={(event) => {
          event.preventDefault();
          setWanted(true);
        }}
      >
        <p className="text-sm text-ink-2">{PEOPLE.clearHow}</p>
        <Choice
          label={PEOPLE.clearFor}
          value={person_id}
          options={people.map(({ id, name }) => ({ value: id, text: name }))}
          onChange={setPerson}
        />
        <Choice label="Fuel" value={fuel} options={FUELS} onChange={setFuel} />
        <Choice label="Torch" value={process} options={WAYS} onChange={setProcess} />
        <MeasureField
          label={PEOPLE.thickest}
          kind="length"
          value={thickness}
          onCommit={setThickness}
          onClear={() => setThickness(null)}
          onReading={setReading}
          error={fault && refusal(fault, system)}
        />
        <TextField type="date" label={PEOPLE.until} value={until} onChange={setUntil} />
        {failure && fault === undefined && <Failed error={failure} />}
        <Button type="submit" look="next" disabled={person_id === "" || save.isPending}>
          {PEOPLE.save}
        </Button>
      </form>
    </Sheet>
  );
}

function Withdraw({ clearance }: { clearance: Clearance }) {
  const queries = useQueryClient();
  const [because, setBecause] = useState<string | null>(null);
  const withdraw = useMutation({
    mutationFn: (because: string) =>
      data(
        api.POST("/api/v1/clearances/{id}/withdraw", {
          params: { path: { id: clearance.id } },
          body: { version: clearance.version, because },
        }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: keys.clearances }),
  });
  if (because === null)
    return (
      <Button look="bare" onClick={() => setBecause("")}>
        {PEOPLE.withdraw}
      </Button>
    );
  return (
    <form
      className="flex items-end gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        withdraw.mutate(because);
      }}
    >
      <input
        // biome-ignore lint/a11y/noAutofocus: it was asked for by the touch before
        autoFocus
        aria-label={PEOPLE.why}
        placeholder={PEOPLE.why}
        value={because}
        onChange={(event) => setBecause(event.target.value)}
        className="h-9 rounded-md border border-line-strong bg-sheet px-2 text-sm"
      />
      <Button type="submit" disabled={because.trim() === "" || withdraw.isPending}>
        {PEOPLE.withdraw}
      </Button>
      {withdraw.error && <Failed error={withdraw.error} />}
    </form>
  );
}

export function Clearances() {
  const { system } = usePreferences();
  const { may } = useSession();
  const [adding, setAdding] = useState(false);
  const people = useQuery({ queryKey: keys.people, queryFn: everybody });
  const clearances = useQuery({
    queryKey: keys.clearances,
    queryFn: () => data(api.GET("/api/v1/clearances")),
  });
  const nameOf = (id: string) => people.data?.people.find((each) => each.id === id)?.name ?? "";
  return (
    <section aria-labelledby="clearances" className="flex flex-col gap-2">
      <h2 id="clearances" className="text-lg font-semibold">
        {PEOPLE.clearances}
      </h2>
      <p className="text-sm text-ink-2">{PEOPLE.clearancesHow}</p>
      <ul className="rounded-md border border-line bg-sheet">
        {(clearances.data?.clearances ?? []).map((each) => (
          <li
            key={each.id}
            className={`flex flex-wrap items-center justify-between gap-2 border-b border-line px-3 py-1.5 text-sm last:border-0 ${each.holds ? "" : "text-ink-2"}`}
            data-holds={each.holds}
          >
            <span>
              <strong className="mr-2">{nameOf(each.person_id)}</strong>
              {clearedFor(each, system)}
              <span className="text-ink-2"> {standing(each)}</span>
            </span>
            {may("settle") && each.holds && <Withdraw clearance={each} />}
          </li>
        ))}
      </ul>
      {may("settle") && (
        <Button className="self-start" onClick={() => setAdding(true)}>
          {PEOPLE.clear}
        </Button>
      )}
      {adding && (
        <NewClearance people={people.data?.people ?? []} onClose={() => setAdding(false)} />
      )}
      {clearances.error && <Failed error={clearances.error} />}
    </section>
  );
}
