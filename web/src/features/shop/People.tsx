/** Who works here, with which hand, and how much a run tells them. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, data, type Person } from "@/api/client";
import { keys } from "@/api/keys";
import { everybody } from "@/api/lists";
import { once } from "@/api/once";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { useKept } from "@/ui/kept";
import { Failed } from "@/ui/states";

const HANDS = [
  { value: "right", text: "right hand" },
  { value: "left", text: "left hand" },
];

/** Depth never removes a stop. */
const DEPTHS = [
  { value: "every_step", text: "every step" },
  { value: "phases", text: "a card a stage" },
  { value: "stops", text: "stops alone" },
];

type Change = { person: Person; handedness?: string; depth?: Person["depth"] };

export function People() {
  const queries = useQueryClient();
  const [name, setName] = useKept("galvanon.shop.person", "");
  const people = useQuery({
    queryKey: keys.people,
    queryFn: everybody,
  });
  const refresh = () => queries.invalidateQueries({ queryKey: keys.people });
  const add = useMutation({
    mutationFn: () =>
      once(["person", name], { name, handedness: "right" }, (id, body) =>
        data(api.PUT("/api/v1/people/{id}", { params: { path: { id } }, body })),
      ),
    onSuccess: () => setName(""),
    onSettled: refresh,
  });
  const change = useMutation({
    mutationFn: ({ person, ...change }: Change) =>
      data(
        api.PATCH("/api/v1/people/{id}", {
          params: { path: { id: person.id } },
          body: { version: person.version, ...change },
        }),
      ),
    onSettled: refresh,
  });
  return (
    <section aria-labelledby="people" className="flex flex-col gap-2">
      <h2 id="people" className="text-lg font-semibold">
        People
      </h2>
      <ul className="grid gap-2 sm:grid-cols-2 lg:grid-cols-3">
        {(people.data?.people ?? []).map((person) => (
          <li
            key={person.id}
            className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-md border border-line bg-sheet px-3 py-2"
          >
            <span className="basis-full font-semibold">{person.name}</span>
            <Choice
              label={`Hand of ${person.name}`}
              value={person.handedness}
              options={HANDS}
              onChange={(handedness) => change.mutate({ person, handedness })}
            />
            <Choice
              label={`At the torch ${person.name} is told`}
              value={person.depth}
              options={DEPTHS}
              onChange={(depth) => change.mutate({ person, depth: depth as Person["depth"] })}
            />
          </li>
        ))}
      </ul>
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          add.mutate();
        }}
      >
        <label className="flex flex-col gap-0.5 text-xs text-ink-2">
          Another name
          <input
            value={name}
            onChange={(event) => setName(event.target.value)}
            className="h-9 rounded-md border border-line-strong bg-sheet px-2 text-sm text-ink"
          />
        </label>
        <Button type="submit" disabled={name.trim() === "" || add.isPending}>
          Add
        </Button>
      </form>
      {(add.error ?? change.error) && <Failed error={add.error ?? change.error} />}
    </section>
  );
}
