/** What the shop's gear asks of the one who keeps it: to order, due, empty, changed. */
import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { Printer } from "lucide-react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { fill } from "@/text/fill";
import { STORES } from "@/text/record/stores";
import { Button, buttonLook } from "@/ui/button";
import { GasBadge } from "@/ui/gas-badge";
import { usePreferences } from "@/ui/preferences";
import { Failed, Loading } from "@/ui/states";
import { print, type System } from "@/units";
import { Calendar } from "./Calendar";
import { Gases } from "./Gases";
import { orderSaid } from "./stores";

type Reply = Schemas["StoresReply"];

function ToOrder({ order }: { order: Reply["order"] }) {
  return (
    <section aria-label={STORES.order} className="flex flex-col gap-2">
      <h2 className="text-lg font-semibold">{STORES.order}</h2>
      {order.length === 0 && <p className="text-sm">{STORES.orderNone}</p>}
      <ul className="max-w-3xl divide-y divide-line border-y border-line text-sm">
        {order.map((each) => {
          const { what, why } = orderSaid(each);
          return (
            <li
              key={each.gear_id ?? each.gas}
              className="flex flex-wrap items-center gap-x-3 py-1.5"
              data-order={each.why}
            >
              {each.gas != null && <GasBadge gas={each.gas} />}
              <strong>{what}</strong>
              <span className="text-ink-2">{why}</span>
            </li>
          );
        })}
      </ul>
      <p className="flex gap-2 print:hidden">
        <Button onClick={() => window.print()}>
          <Printer size={16} aria-hidden="true" /> {STORES.print}
        </Button>
        <Link to="/rack" className={buttonLook("bare")}>
          {STORES.toRack}
        </Link>
      </p>
    </section>
  );
}

/** Cylinders that go back, and those that were changed. */
function Cylinders({ reply, system }: { reply: Reply; system: System }) {
  const volume = (litres: number) => print(litres, "gas_volume", system);
  return (
    <div className="grid gap-x-8 gap-y-4 text-sm md:grid-cols-2">
      <section aria-label={STORES.empty}>
        <h2 className="text-lg font-semibold">{STORES.empty}</h2>
        {reply.empty.length === 0 && <p>{STORES.emptyNone}</p>}
        <ul>
          {reply.empty.map((it) => (
            <li key={it.gear_id} data-empty={it.label}>
              {fill(STORES.emptyLine, { label: it.label, left: volume(it.left_l) })},{" "}
              <span className={it.marked ? "text-ink-2" : "font-semibold text-stop"}>
                {it.marked ? STORES.marked : STORES.unmarked}
              </span>
            </li>
          ))}
        </ul>
      </section>
      <section aria-label={STORES.swaps}>
        <h2 className="text-lg font-semibold">{STORES.swaps}</h2>
        {reply.changed.length === 0 && <p>{STORES.swapsNone}</p>}
        <ul className="tabular-nums">
          {reply.changed.map((it) => (
            <li key={`${it.gear_id} ${it.at}`} data-changed={it.label}>
              {fill(STORES.swapLine, {
                day: new Date(it.at).toLocaleDateString(),
                label: it.label,
                left: volume(it.left_l),
              })}
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

export function Stores() {
  const { system } = usePreferences();
  const found = useQuery({
    queryKey: keys.stores,
    queryFn: () => data(api.GET("/api/v1/record/stores")),
  });
  if (found.isPending) return <Loading what={STORES.loading} />;
  if (found.error) return <Failed error={found.error} onRetry={() => void found.refetch()} />;
  const reply = found.data;
  return (
    <div className="flex flex-col gap-5" data-stores={reply.order.length}>
      {reply.pending > 0 && (
        <p role="status" className="text-sm">
          {fill(STORES.pending, { n: reply.pending })}
        </p>
      )}
      <ToOrder order={reply.order} />
      <Gases gases={reply.gases} />
      <Calendar due={reply.due} />
      <Cylinders reply={reply} system={system} />
    </div>
  );
}
