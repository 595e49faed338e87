/** The people of the shop: fetched, added, changed, gone and back. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, data, type Person } from "@/api/client";
import { keys } from "@/api/keys";
import { everybody } from "@/api/lists";
import { once } from "@/api/once";
import type { Role } from "@/text/door";

type Change = { person: Person; handedness?: string; depth?: Person["depth"]; role?: Role };

const at = (person: Person) => ({ params: { path: { id: person.id } } });

export function usePeople() {
  const queries = useQueryClient();
  const onSettled = () => queries.invalidateQueries({ queryKey: keys.people });
  const people = useQuery({ queryKey: keys.people, queryFn: everybody });
  const add = useMutation({
    mutationFn: ({ name, role }: { name: string; role: Role }) =>
      once(["person", name, role], { name, role, handedness: "right" }, (id, body) =>
        data(api.PUT("/api/v1/people/{id}", { params: { path: { id } }, body })),
      ),
    onSettled,
  });
  const change = useMutation({
    mutationFn: ({ person, ...change }: Change) =>
      data(
        api.PATCH("/api/v1/people/{id}", {
          ...at(person),
          body: { version: person.version, ...change },
        }),
      ),
    onSettled,
  });
  const leaves = useMutation({
    mutationFn: (person: Person) =>
      data(api.DELETE("/api/v1/people/{id}", { ...at(person), body: { version: person.version } })),
    onSettled,
  });
  const comesBack = useMutation({
    mutationFn: (person: Person) =>
      data(
        api.POST("/api/v1/people/{id}/restore", {
          ...at(person),
          body: { version: person.version },
        }),
      ),
    onSuccess: () => leaves.reset(),
    onSettled,
  });
  const forget = useMutation({
    mutationFn: (person: Person) => data(api.POST("/api/v1/people/{id}/forget", at(person))),
    onSuccess: () => leaves.reset(),
    onSettled,
  });
  return { people, add, change, leaves, comesBack, forget };
}
