/** The burns of the shop, newest first: looked through, written out, read in from a notebook; a wrong one is corrected. */

import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { everybody, wholeRack } from "@/api/lists";
import { fill } from "@/text/fill";
import { RECORD } from "@/text/record";
import { Button, buttonLook } from "@/ui/button";
import { useKept } from "@/ui/kept";
import { usePreferences } from "@/ui/preferences";
import { Empty, Failed, Loading } from "@/ui/states";
import { Heads, Wide } from "@/ui/wide";
import { Correct } from "./Correct";
import { COLUMNS, chosenColumns, fileOf, type Names, toggled, USUAL } from "./columns";
import { ANYTHING, aroundOf, asked, Filters, type Sought } from "./Filters";
import { Notebook } from "./Notebook";

export function Log() {
  const { system } = usePreferences();
  const { around, burn: meant } = useSearch({ from: "/record" });
  const navigate = useNavigate();
  const [said, setSaid] = useState<Sought>(ANYTHING);
  const sought = { ...said, around: aroundOf(around) };
  const [codes, setCodes] = useKept<string[]>("galvanon.log.columns", [...USUAL]);
  const [correcting, setCorrecting] = useState<string | null>(null);
  const [reading, setReading] = useState(false);
  const query = asked(sought);
  const people = useQuery({ queryKey: keys.people, queryFn: everybody });
  const rack = useQuery({ queryKey: keys.rack, queryFn: wholeRack });
  const burns = useInfiniteQuery({
    queryKey: keys.foundBurns(query),
    initialPageParam: null as string | null,
    queryFn: ({ pageParam }) =>
      data(
        api.GET("/api/v1/burns", {
          params: { query: { ...query, ...(pageParam === null ? {} : { after: pageParam }) } },
        }),
      ),
    getNextPageParam: (page) => page.next,
  });
  const tips = (rack.data?.gear ?? []).map(({ gear }) => gear).filter(({ kind }) => kind === "tip");
  const names: Names = Object.fromEntries([
    ...(people.data?.people ?? []).map(({ id, name }) => [id, name]),
    ...tips.map(({ id, label }) => [id, label]),
  ]);
  const rows = burns.data?.pages.flatMap((page) => page.burns) ?? [];
  const columns = chosenColumns(codes);
  return (
    <section aria-label={RECORD.log} className="flex flex-col gap-3">
      <Filters sought={sought} people={people.data?.people ?? []} tips={tips} onChange={setSaid} />
      {sought.around !== null && (
        <p className="flex flex-wrap items-center gap-2 text-sm" data-around={sought.around}>
          {fill(RECORD.around, { day: new Date(sought.around).toLocaleDateString() })}
          <Button
            look="bare"
            onClick={() => void navigate({ to: "/record", search: { part: "log" } })}
          >
            {RECORD.allDays}
          </Button>
        </p>
      )}
      <div className="flex flex-wrap items-start gap-2">
        <Button onClick={() => setReading(true)}>{RECORD.readIn}</Button>
        {(["csv", "xlsx", "json"] as const).map((format) => (
          <a
            key={format}
            className={buttonLook("bare")}
            href={fileOf(format, query, codes)}
            download={`burns.${format}`}
          >
            {RECORD.writeOut} {format.toUpperCase()}
          </a>
        ))}
        <details className="text-sm" data-choose="">
          <summary className={`${buttonLook("bare")} cursor-pointer`}>{RECORD.columns}</summary>
          <fieldset className="grid grid-cols-2 gap-x-4 gap-y-1 p-2 sm:grid-cols-4">
            <legend className="sr-only">{RECORD.columns}</legend>
            {COLUMNS.map(({ code, head }) => (
              <label key={code} className="flex min-h-9 items-center gap-2">
                <input
                  type="checkbox"
                  name={code}
                  className="size-5 accent-accent"
                  checked={columns.some((column) => column.code === code)}
                  onChange={() => setCodes(toggled(codes, code))}
                />
                {head}
              </label>
            ))}
          </fieldset>
        </details>
      </div>
      {burns.isPending && <Loading what={RECORD.log} />}
      {burns.error && <Failed error={burns.error} onRetry={() => void burns.refetch()} />}
      {burns.isSuccess && rows.length === 0 && <Empty>{RECORD.noBurns}</Empty>}
      {rows.length > 0 && (
        <Wide label={RECORD.rows} className="rounded-md border border-line bg-sheet">
          <table
            className="w-full min-w-[760px] text-left text-sm tabular-nums"
            data-burns={rows.length}
          >
            <thead className="text-xs text-ink-2">
              <tr>
                <Heads
                  heads={[...columns.map(({ head }) => head), { hidden: RECORD.putRight }]}
                  className="px-2 py-1 font-normal"
                />
              </tr>
            </thead>
            <tbody>
              {rows.map((burn) => (
                <tr
                  key={burn.id}
                  aria-current={burn.id === meant ? true : undefined}
                  className="border-t border-line align-top aria-current:bg-accent-soft aria-current:font-semibold"
                  data-burn={burn.id}
                >
                  {columns.map(({ code, cell }) => (
                    <td key={code} className="px-2 py-1" data-column={code}>
                      {cell(burn, system, names)}
                    </td>
                  ))}
                  <td className="px-2 py-1 text-right">
                    {correcting === burn.id ? (
                      <Correct burn={burn} onDone={() => setCorrecting(null)} />
                    ) : (
                      <Button look="bare" onClick={() => setCorrecting(burn.id)}>
                        {RECORD.correct}
                      </Button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Wide>
      )}
      {burns.hasNextPage && (
        <Button className="self-start" onClick={() => void burns.fetchNextPage()}>
          {RECORD.more50}
        </Button>
      )}
      {reading && <Notebook onClose={() => setReading(false)} />}
    </section>
  );
}
