/** What happened at the doors and to people, the newest first. */
import { useInfiniteQuery } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { PEOPLE } from "@/text/people";
import { Button } from "@/ui/button";
import { Failed } from "@/ui/states";
import { said } from "./model";

export function Trail() {
  const trail = useInfiniteQuery({
    queryKey: keys.audit,
    initialPageParam: null as string | null,
    queryFn: ({ pageParam }) => {
      const query = pageParam === null ? {} : { after: pageParam };
      return data(api.GET("/api/v1/audit", { params: { query } }));
    },
    getNextPageParam: (last) => last.next ?? null,
  });
  const entries = trail.data?.pages.flatMap((page) => page.entries) ?? [];
  return (
    <section aria-labelledby="trail" className="flex flex-col gap-2">
      <h2 id="trail" className="text-lg font-semibold">
        {PEOPLE.trail}
      </h2>
      <p className="text-sm text-ink-2">{PEOPLE.trailHow}</p>
      <ol className="max-h-96 overflow-auto rounded-md border border-line bg-sheet" data-trail="">
        {entries.map((entry) => (
          <li
            key={entry.number}
            className="flex flex-wrap items-baseline gap-x-2 border-b border-line px-3 py-1 text-sm last:border-0"
          >
            <time className="w-40 text-xs text-ink-2" dateTime={entry.at}>
              {new Date(entry.at).toLocaleString()}
            </time>
            <strong>{entry.person ?? PEOPLE.nobody}</strong>
            <span>{said(entry)}</span>
            {entry.device && <span className="text-ink-2">({entry.device})</span>}
            {!entry.sound && <strong className="text-stop">{PEOPLE.unsound}</strong>}
          </li>
        ))}
      </ol>
      {trail.hasNextPage && (
        <Button className="self-start" onClick={() => void trail.fetchNextPage()}>
          {PEOPLE.more}
        </Button>
      )}
      {trail.error && <Failed error={trail.error} />}
    </section>
  );
}
