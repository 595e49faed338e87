/** Earlier versions of a shop's odds. */
import { useQuery } from "@tanstack/react-query";
import type { Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { everybody } from "@/api/lists";
import { type Own, setOtherwise } from "./weights";

/** Earlier versions, and who set them. */
export function History({ weights }: { weights: Schemas["WeightsReply"] }) {
  const people = useQuery({
    queryKey: keys.people,
    queryFn: everybody,
  });
  const name = (id: string | null | undefined) =>
    people.data?.people.find((each) => each.id === id)?.name ?? "somebody";
  return (
    <ol className="flex flex-col gap-1 text-sm" aria-label="Versions">
      {weights.history.map((past) => {
        const own = past.value as unknown as Partial<Own>;
        const count = setOtherwise(own);
        const day = new Date(past.made_at).toLocaleDateString("en", {
          day: "numeric",
          month: "short",
          year: "numeric",
        });
        return (
          <li key={past.version}>
            Version {past.version}, {day}, {name(past.made_by)}:{" "}
            {count === 0 ? "as the tables" : `${count} set otherwise`}
          </li>
        );
      })}
    </ol>
  );
}
