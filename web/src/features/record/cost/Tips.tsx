/** The tips' log: cuts since each was cleaned, how many came out poor, how much of its life is gone. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { once } from "@/api/once";
import { fill } from "@/text/fill";
import { COST } from "@/text/record/cost";
import { tipName } from "@/text/tip";
import { Button } from "@/ui/button";
import { usePreferences } from "@/ui/preferences";
import { May } from "@/ui/session";
import { Empty, Failed, Loading } from "@/ui/states";
import { Heads, Wide } from "@/ui/wide";
import { pips, tipTold } from "./cost";

type Tip = Schemas["TipLogged"];

const day = (at: string | null | undefined) =>
  at == null
    ? COST.never
    : new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short" });

/** Five marks, filled as cuts were made: all filled, it is due. */
function Since({ cuts }: { cuts: number }) {
  return (
    <span className="flex items-center gap-1" data-since={cuts}>
      {pips(cuts).map((made, place) => (
        <span
          // biome-ignore lint/suspicious/noArrayIndexKey: five places that never move
          key={place}
          aria-hidden="true"
          className={`h-3 w-1.5 rounded-sm border border-ink-2 ${made ? "bg-ink-2" : ""}`}
        />
      ))}
      <span className="pl-1">{cuts}</span>
    </span>
  );
}

function Row({ tip, name, onCleaned }: { tip: Tip; name: string; onCleaned: () => void }) {
  const told = tipTold(tip);
  return (
    <tr className="border-t border-line" data-tip={tip.label}>
      <th scope="row" className="py-1 pr-3 text-left font-semibold">
        {name}
        <span className="block text-xs font-normal text-ink-2">{told.drawer}</span>
      </th>
      <td>
        <Since cuts={tip.cuts_since_cleaned} />
      </td>
      <td>{day(tip.cleaned_at)}</td>
      <td>{tip.cuts}</td>
      <td>{told.poor}</td>
      <td data-starts={tip.starts}>
        {told.life}
        {told.starts && <span className="block text-xs text-ink-2">{told.starts}</span>}
      </td>
      <td className="text-right">
        <May right="burn">
          <Button onClick={onCleaned} aria-label={`${COST.cleaned}: ${name}`}>
            {COST.cleaned}
          </Button>
        </May>
      </td>
    </tr>
  );
}

export function Tips() {
  const { system } = usePreferences();
  const queries = useQueryClient();
  const [said, setSaid] = useState<string | null>(null);
  const log = useQuery({
    queryKey: keys.tipLog,
    queryFn: () => data(api.GET("/api/v1/record/tips")),
  });
  const clean = useMutation({
    mutationFn: (tip: Tip) => {
      const body = { tip_id: tip.tip_id, happened_at: new Date().toISOString() };
      return once(["cleaned", tip.tip_id], body, (id, body) =>
        data(api.PUT("/api/v1/tips/cleaned/{id}", { params: { path: { id } }, body })),
      );
    },
    onSuccess: async (_, tip) => {
      setSaid(fill(COST.cleanedSaid, { tip: tipOf(tip) }));
      await queries.invalidateQueries();
    },
  });
  const tipOf = (tip: Tip) =>
    tip.bore_mm == null ? tip.label : tipName({ ...tip, bore_mm: tip.bore_mm }, system);
  if (log.isPending) return <Loading what="Looking through the drawer" />;
  if (log.error) return <Failed error={log.error} onRetry={() => void log.refetch()} />;
  return (
    <section aria-label={COST.tips} className="flex max-w-4xl flex-col gap-2">
      <h2 className="text-lg font-semibold">{COST.tips}</h2>
      {said !== null && (
        <p role="status" className="text-sm">
          {said}
        </p>
      )}
      {clean.error && <Failed error={clean.error} />}
      {log.data.tips.length === 0 ? (
        <Empty>{COST.tipsNone}</Empty>
      ) : (
        <Wide label={COST.rows}>
          <table className="w-full min-w-[640px] text-left text-sm tabular-nums">
            <thead className="text-xs text-ink-2">
              <tr>
                <Heads
                  heads={[
                    COST.tip,
                    COST.since,
                    COST.last,
                    COST.cuts,
                    COST.poor,
                    COST.life,
                    { hidden: COST.cleaned },
                  ]}
                />
              </tr>
            </thead>
            <tbody>
              {log.data.tips.map((tip) => (
                <Row
                  key={tip.tip_id}
                  tip={tip}
                  name={tipOf(tip)}
                  onCleaned={() => clean.mutate(tip)}
                />
              ))}
            </tbody>
          </table>
        </Wide>
      )}
    </section>
  );
}
