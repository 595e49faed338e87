/** What the burns teach: each class against its plan, its hands on it, and what came of it this week. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { v7 } from "uuid";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { everybody } from "@/api/lists";
import { className, KINDS, RECORD } from "@/text/record";
import { Choice } from "@/ui/choice";
import { usePreferences } from "@/ui/preferences";
import { May } from "@/ui/session";
import { Empty, Failed, Loading } from "@/ui/states";
import { Calibration } from "./Calibration";
import { rowsOf } from "./model";
import { Scale } from "./Scale";
import { Told } from "./Told";

export function Learned() {
  const { system } = usePreferences();
  const queries = useQueryClient();
  const [kind, setKind] = useState("speed");
  const factors = useQuery({
    queryKey: keys.factors,
    queryFn: () => data(api.GET("/api/v1/factors")),
  });
  const people = useQuery({ queryKey: keys.people, queryFn: everybody });
  const shop = useQuery({ queryKey: keys.shop, queryFn: () => data(api.GET("/api/v1/shop")) });
  const learning = (shop.data?.settings as { learning?: string } | undefined)?.learning;
  const follow = useMutation({
    mutationFn: (value: string) =>
      data(
        api.PUT("/api/v1/shop/{key}", {
          params: { path: { key: "learning" } },
          body: { id: v7(), value },
        }),
      ),
    onSuccess: () => void queries.invalidateQueries(),
  });
  const choose = useMutation({
    mutationFn: ({ factor, state }: { factor: Schemas["FactorWire"]; state: string }) =>
      data(
        api.PUT("/api/v1/factors/{id}", {
          params: { path: { id: v7() } },
          body: { kind: factor.kind, class: factor.class, state },
        }),
      ),
    onSuccess: () => void queries.invalidateQueries(),
  });
  const changed = useMutation({
    mutationFn: ({ job_id, happened_at }: Schemas["SeenWire"]) =>
      data(
        api.PUT("/api/v1/rig-changes/{id}", {
          params: { path: { id: v7() } },
          body: { job_id: job_id ?? "", changed_at: happened_at },
        }),
      ),
    onSuccess: () => void queries.invalidateQueries(),
  });
  if (factors.isPending) return <Loading what={RECORD.learned} />;
  if (factors.error) return <Failed error={factors.error} onRetry={() => void factors.refetch()} />;
  const reply = factors.data;
  if (reply.factors.length === 0) return <Empty>{RECORD.none}</Empty>;
  const nameOf = (id: string | null | undefined) =>
    people.data?.people.find((person) => person.id === id)?.name ?? RECORD.nobody;
  const kinds = Object.keys(KINDS).filter((each) => reply.factors.some((it) => it.kind === each));
  const rows = rowsOf(reply.factors, kind);
  return (
    <div className="grid gap-4 lg:grid-cols-[minmax(0,1fr)_340px]">
      <section aria-label={RECORD.learned} className="flex min-w-0 flex-col gap-3">
        <p className="text-sm text-ink-2">{RECORD.lead}</p>
        <div className="flex flex-wrap gap-1">
          {kinds.map((each) => (
            <button
              key={each}
              type="button"
              aria-pressed={each === kind}
              onClick={() => setKind(each)}
              data-kind={each}
              className="rounded-md border border-line px-3 py-1.5 text-sm hover:bg-sunk aria-pressed:border-2 aria-pressed:border-accent aria-pressed:bg-accent-soft aria-pressed:font-semibold"
            >
              {KINDS[each]}
            </button>
          ))}
        </div>
        <ul
          className="flex flex-col gap-2"
          data-classes={rows.length}
          data-refused={rows.filter(({ factor }) => factor.state === "refused").length}
        >
          {rows.map((row) => (
            <Scale
              key={className(row.factor.class, system)}
              row={row}
              name={className(row.factor.class, system)}
              nameOf={nameOf}
              onChoose={(state) => choose.mutate({ factor: row.factor, state })}
            />
          ))}
        </ul>
        <Calibration kind={kind} title={KINDS[kind] ?? kind} />
      </section>
      <div className="flex flex-col gap-4">
        <May right="settle">
          <Choice
            label={RECORD.follows}
            value={learning ?? "follow"}
            options={[
              { value: "follow", text: RECORD.follow },
              { value: "show", text: RECORD.show },
            ]}
            onChange={(value) => follow.mutate(value)}
          />
        </May>
        <Told reply={reply} nameOf={nameOf} onChanged={(change) => changed.mutate(change)} />
      </div>
    </div>
  );
}
