/** The burns of the shop, newest first, looked through by fuel, outcome and hand; a wrong one is corrected. */
import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { everybody } from "@/api/lists";
import { word } from "@/text";
import { RECORD } from "@/text/record";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { usePreferences } from "@/ui/preferences";
import { Empty, Failed, Loading } from "@/ui/states";
import { clock, plateName, print } from "@/units";
import { Correct } from "./Correct";

type Sought = { fuel: string; outcome: string; person: string };

const ANY = "any";
const FUELS = ["acetylene", "propane", "propylene", "natural_gas"];
const OUTCOMES = ["good", "usable", "poor", "lost"];
const choices = (all: readonly string[]) => [
  { value: ANY, text: RECORD.all },
  ...all.map((value) => ({ value, text: word(value) })),
];

export function Log() {
  const { system } = usePreferences();
  const [sought, setSought] = useState<Sought>({ fuel: ANY, outcome: ANY, person: ANY });
  const [correcting, setCorrecting] = useState<string | null>(null);
  const asked = Object.fromEntries(Object.entries(sought).filter(([, value]) => value !== ANY));
  const people = useQuery({ queryKey: keys.people, queryFn: everybody });
  const burns = useInfiniteQuery({
    queryKey: keys.foundBurns(asked),
    initialPageParam: null as string | null,
    queryFn: ({ pageParam }) =>
      data(
        api.GET("/api/v1/burns", {
          params: { query: { ...asked, ...(pageParam === null ? {} : { after: pageParam }) } },
        }),
      ),
    getNextPageParam: (page) => page.next,
  });
  const nameOf = (id: string | null | undefined) =>
    people.data?.people.find((person) => person.id === id)?.name ?? RECORD.nobody;
  const pick = (field: keyof Sought) => (value: string) => setSought({ ...sought, [field]: value });
  const rows = burns.data?.pages.flatMap((page) => page.burns) ?? [];
  const hands = (people.data?.people ?? []).map(({ id, name }) => ({ value: id, text: name }));
  return (
    <section aria-label={RECORD.log} className="flex flex-col gap-3">
      <div className="grid gap-2 sm:grid-cols-3 lg:max-w-2xl">
        <Choice
          label={RECORD.fuel}
          value={sought.fuel}
          options={choices(FUELS)}
          onChange={pick("fuel")}
        />
        <Choice
          label={RECORD.outcome}
          value={sought.outcome}
          options={choices(OUTCOMES)}
          onChange={pick("outcome")}
        />
        <Choice
          label={RECORD.person}
          value={sought.person}
          options={[{ value: ANY, text: RECORD.all }, ...hands]}
          onChange={pick("person")}
        />
      </div>
      {burns.isPending && <Loading what={RECORD.log} />}
      {burns.error && <Failed error={burns.error} onRetry={() => void burns.refetch()} />}
      {burns.isSuccess && rows.length === 0 && <Empty>{RECORD.noBurns}</Empty>}
      {rows.length > 0 && (
        <div className="overflow-x-auto rounded-md border border-line bg-sheet">
          <table
            className="w-full min-w-[760px] text-left text-sm tabular-nums"
            data-burns={rows.length}
          >
            <thead className="text-xs text-ink-2">
              <tr>
                {[
                  RECORD.day,
                  RECORD.person,
                  RECORD.cut,
                  RECORD.outcome,
                  RECORD.pace,
                  RECORD.start,
                  RECORD.note,
                  "",
                ].map((head) => (
                  <th key={head} scope="col" className="px-2 py-1 font-normal">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((burn) => (
                <tr key={burn.id} className="border-t border-line align-top" data-burn={burn.id}>
                  <td className="px-2 py-1 whitespace-nowrap">
                    {new Date(burn.happened_at).toLocaleDateString()}
                  </td>
                  <td className="px-2 py-1">{nameOf(burn.person_id)}</td>
                  <td className="px-2 py-1">{cutOf(burn, system)}</td>
                  <td className="px-2 py-1" data-outcome={burn.outcome}>
                    {burn.outcome == null ? "" : word(burn.outcome)}
                  </td>
                  <td className="px-2 py-1">
                    {burn.pace_mm_min == null ? "" : print(burn.pace_mm_min, "speed", system)}
                    <Against factor={burn.factors.speed} />
                  </td>
                  <td className="px-2 py-1">
                    {burn.start_s == null ? "" : clock(burn.start_s)}
                    <Against factor={burn.factors.start_preheat} />
                  </td>
                  <td className="px-2 py-1">
                    {burn.note}
                    {burn.version > 1 && ` (${RECORD.corrected})`}
                  </td>
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
        </div>
      )}
      {burns.hasNextPage && (
        <Button className="self-start" onClick={() => void burns.fetchNextPage()}>
          {RECORD.more50}
        </Button>
      )}
    </section>
  );
}

function cutOf(burn: Schemas["BurnView"], system: Parameters<typeof plateName>[1]): string {
  if (burn.thickness_mm == null || burn.fuel == null || burn.process == null) return "";
  return `${plateName(burn.thickness_mm, system)}, ${word(burn.process)}, ${word(burn.fuel)}`;
}

/** Done over planned, beside what was done. */
function Against({ factor }: { factor: unknown }) {
  if (typeof factor !== "number") return null;
  return (
    <span className="block text-xs text-ink-2">
      {factor.toFixed(2)} {RECORD.of} {RECORD.planIs}
    </span>
  );
}
