/** Who works here: role, hand, how much a run tells them, and the ways in. */
import { useState } from "react";
import type { Person } from "@/api/client";
import { ROLE_HELP, ROLES, type Role } from "@/text/door";
import { PEOPLE } from "@/text/people";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { useKept } from "@/ui/kept";
import { useSession } from "@/ui/session";
import { Failed } from "@/ui/states";
import { TextField } from "@/ui/text-field";
import { Undo } from "@/ui/undo";
import { usePeople } from "./usePeople";
import { WaysIn } from "./WaysIn";

const HANDS = [
  { value: "right", text: "right hand" },
  { value: "left", text: "left hand" },
];

/** Depth never removes a stop. */
const DEPTHS = [
  { value: "every_step", text: "told every step" },
  { value: "phases", text: "told a card a stage" },
  { value: "stops", text: "told the stops alone" },
];

const ROLE_CHOICES = (Object.keys(ROLES) as Role[]).map((value) => ({
  value,
  text: `${ROLES[value]}: ${ROLE_HELP[value]}`,
}));

function PersonCard({ person, use }: { person: Person; use: ReturnType<typeof usePeople> }) {
  const { session, may } = useSession();
  const own = session?.person.id === person.id;
  const touches = own || may("people");
  const { change, leaves } = use;
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line px-3 py-1.5 last:border-0">
      <strong className="basis-full text-sm lg:w-44 lg:basis-auto">{person.name}</strong>
      {may("people") ? (
        <div className="w-72 max-w-full">
          <Choice
            quiet
            label={`${PEOPLE.role}, ${person.name}`}
            value={person.role}
            options={ROLE_CHOICES}
            onChange={(role) => change.mutate({ person, role: role as Role })}
          />
        </div>
      ) : (
        <span className="text-sm text-ink-2">{ROLES[person.role]}</span>
      )}
      {touches && (
        <>
          <div className="w-32">
            <Choice
              quiet
              label={`Hand of ${person.name}`}
              value={person.handedness}
              options={HANDS}
              onChange={(handedness) => change.mutate({ person, handedness })}
            />
          </div>
          <div className="w-48">
            <Choice
              quiet
              label={`At the torch ${person.name} is told`}
              value={person.depth}
              options={DEPTHS}
              onChange={(depth) => change.mutate({ person, depth: depth as Person["depth"] })}
            />
          </div>
        </>
      )}
      <WaysIn person={person} />
      {may("people") && !own && (
        <Button look="bare" onClick={() => leaves.mutate(person)}>
          {PEOPLE.left}
        </Button>
      )}
    </li>
  );
}

/** Somebody who left: back, or the name gone for good. */
function Left({ use }: { use: ReturnType<typeof usePeople> }) {
  const { leaves, comesBack, forget } = use;
  const gone = leaves.data;
  if (gone === undefined) return null;
  return (
    <div className="flex flex-col gap-1" data-left="">
      <Undo
        what={`${gone.name} ${PEOPLE.leftOne}`}
        onUndo={() => comesBack.mutate(gone)}
        onDismiss={leaves.reset}
      />
      <p className="flex flex-wrap items-center gap-2 text-xs text-ink-2">
        <Button onClick={() => forget.mutate(gone)}>{PEOPLE.forget}</Button>
        {PEOPLE.forgetHow}
      </p>
    </div>
  );
}

export function People() {
  const { may } = useSession();
  const [name, setName] = useKept("galvanon.shop.person", "");
  const [role, setRole] = useState<Role>("torch_hand");
  const use = usePeople();
  const { people, add, change, leaves, comesBack, forget } = use;
  const error = [add, change, leaves, comesBack, forget].find((each) => each.error)?.error;
  return (
    <section aria-labelledby="people" className="flex flex-col gap-2">
      <h2 id="people" className="text-lg font-semibold">
        {PEOPLE.title}
      </h2>
      <ul className="rounded-md border border-line bg-sheet">
        {(people.data?.people ?? []).map((person) => (
          <PersonCard key={person.id} person={person} use={use} />
        ))}
      </ul>
      <Left use={use} />
      {may("people") && people.data && (
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            add.mutate({ name, role }, { onSuccess: () => setName("") });
          }}
        >
          <TextField label={PEOPLE.another} value={name} onChange={setName} />
          <Choice
            label={PEOPLE.role}
            value={role}
            options={ROLE_CHOICES}
            onChange={(next) => setRole(next as Role)}
          />
          <Button type="submit" disabled={name.trim() === "" || add.isPending}>
            {PEOPLE.add}
          </Button>
        </form>
      )}
      {error && <Failed error={error} />}
    </section>
  );
}
