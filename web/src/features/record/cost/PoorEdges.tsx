/** What poor edges cost: at the grinder, in lost cuts, in money; by cause; and whether cleaning tips would have paid. */
import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { COST } from "@/text/record/cost";
import { useMoney } from "@/ui/currency";
import { Empty, Failed, Loading } from "@/ui/states";
import { clock } from "@/units";
import { Causes } from "./Causes";
import { cleaningSaid, remarks } from "./cost";
import { Tips } from "./Tips";

type Reply = Schemas["PoorEdgesReply"];

function Figure({ value, what }: { value: string; what: string }) {
  return (
    <p className="flex flex-col" data-figure={what}>
      <strong className="text-2xl tabular-nums">{value}</strong>
      <span className="text-sm text-ink-2">{what}</span>
    </p>
  );
}

function Cleaning({ found }: { found: Reply["cleaning"] }) {
  const money = useMoney();
  const said = found == null ? null : cleaningSaid(found, money);
  return (
    <section
      aria-label={COST.cleaning}
      className="flex max-w-3xl flex-col gap-1 text-sm"
      data-cleaning=""
    >
      <h2 className="text-lg font-semibold">{COST.cleaning}</h2>
      {said === null ? (
        <p>{COST.cleaningFew}</p>
      ) : (
        <>
          <p className="text-base">{said[1]}</p>
          <p>{said[0]}</p>
          <p className="text-ink-2">{COST.lot}</p>
        </>
      )}
    </section>
  );
}

function Bill({ reply }: { reply: Reply }) {
  const money = useMoney();
  return (
    <section aria-label={COST.title} className="flex flex-col gap-2">
      <p className="text-sm text-ink-2">{COST.lead}</p>
      <div className="flex flex-wrap gap-x-8 gap-y-2">
        <Figure value={clock(reply.grinding_s)} what={COST.grinding} />
        {reply.burning_s > 0 && <Figure value={clock(reply.burning_s)} what={COST.burning} />}
        <Figure value={money(reply.money)} what={COST.money} />
      </div>
      <p className="max-w-3xl text-sm">
        {remarks(reply, money).join(" ")}{" "}
        {reply.prices_estimated && (
          <span className="text-ink-2">
            {COST.prices}{" "}
            <Link to="/shop" className="underline">
              {COST.toPrices}
            </Link>
          </span>
        )}
      </p>
    </section>
  );
}

export function PoorEdges() {
  const cost = useQuery({
    queryKey: keys.poorEdges,
    queryFn: () => data(api.GET("/api/v1/record/poor-edges")),
  });
  if (cost.isPending) return <Loading what="Adding up the poor edges" />;
  if (cost.error) return <Failed error={cost.error} onRetry={() => void cost.refetch()} />;
  const reply = cost.data;
  const any = reply.usable + reply.poor + reply.lost > 0;
  return (
    <div className="flex flex-col gap-5">
      {any ? (
        <>
          <Bill reply={reply} />
          <div className="grid gap-x-8 gap-y-5 lg:grid-cols-[3fr_2fr]">
            <Causes causes={reply.causes} />
            <Cleaning found={reply.cleaning} />
          </div>
        </>
      ) : (
        <Empty>{COST.none}</Empty>
      )}
      <Tips />
    </div>
  );
}
