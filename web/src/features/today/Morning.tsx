/** The shop's morning, a line each: what can be lit, what is stopped and why, what still stands, what is due. */
import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useEffect, useRef } from "react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeRack } from "@/api/lists";
import { word } from "@/text";
import { className, KINDS } from "@/text/record";
import { MORNING } from "@/text/today";
import { GasBadge } from "@/ui/gas-badge";
import { useKept } from "@/ui/kept";
import { Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";
import { edgesOf, morningOf } from "./morning";

/** How many of a kind are named; the rest is counted. */
const NAMED = 3;

const LEVELS = {
  stopped: "stop",
  standing: "stop",
  unusable: "stop",
  due: "caution",
  dirty: "info",
} as const;

/** As high as it was last time, while it is looked up: what is typed under it does not move under the hand. */
export function Morning({ next }: { next: Schemas["NextLine"][] | undefined }) {
  const rack = useQuery({ queryKey: keys.rack, queryFn: wholeRack });
  const edges = useQuery({
    queryKey: [...keys.allKept, "last"],
    queryFn: () => data(api.GET("/api/v1/diagnoses", { params: { query: { limit: NAMED } } })),
  });
  const factors = useQuery({
    queryKey: keys.factors,
    queryFn: () => data(api.GET("/api/v1/factors")),
  });
  const [height, setHeight] = useKept("galvanon.morning.height", 0);
  const box = useRef<HTMLDivElement>(null);
  // all of it at once: what comes later would push the entry away under the hand
  const known = next !== undefined && !rack.isPending && !edges.isPending && !factors.isPending;
  // biome-ignore lint/correctness/useExhaustiveDependencies: measured when what it says has come or changed
  useEffect(() => {
    const now = box.current?.offsetHeight ?? 0;
    if (known && now !== height) setHeight(now);
  }, [known, next, rack.data, edges.data, factors.data]);
  return (
    <div ref={box} style={known ? undefined : { minHeight: height }}>
      {known && <Lines gear={rack.data?.gear ?? []} next={next} />}
      {known && <Told edges={edges.data?.diagnoses ?? []} week={factors.data?.week ?? []} />}
    </div>
  );
}

type ToldProps = { edges: Schemas["KeptView"][]; week: Schemas["MovedWire"][] };

/** The last edges, and what moved most this week. */
function Told({ edges, week }: ToldProps) {
  const { system } = usePreferences();
  const [most] = week;
  const last = edgesOf(edges, word, MORNING.open);
  return (
    <div className="flex flex-col gap-1 pt-1 text-sm">
      {last.length > 0 && (
        <p data-last-edges={last.length}>
          <span className="text-ink-2">{MORNING.edges}</span>{" "}
          {last.map((edge) => edge.what).join("; ")}{" "}
          <Link to="/edge" className="underline">
            {MORNING.toEdges}
          </Link>
        </p>
      )}
      {week.length > 0 && (
        <p data-learned={week.length}>
          <span className="text-ink-2">{MORNING.learned}</span>{" "}
          {most !== undefined &&
            `${KINDS[most.kind]}, ${className(most.class, system)}: ${most.before.toFixed(2)} → ${most.now.toFixed(2)}`}
          {week.length > 1 && `; ${week.length - 1} ${MORNING.more}`}{" "}
          <Link to="/record" search={{ part: "learned" }} className="underline">
            {MORNING.toRecord}
          </Link>
        </p>
      )}
    </div>
  );
}

type LinesProps = { gear: Schemas["GearView"][]; next: Schemas["NextLine"][] };

function Lines({ gear, next }: LinesProps) {
  const { system } = usePreferences();
  const { gas, groups } = morningOf(gear, next);
  if (gas.length === 0 && groups.length === 0) return null;
  return (
    <section aria-label={MORNING.title} className="flex flex-col gap-1 text-sm" data-morning>
      {gas.length > 0 && (
        <p className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <span className="text-ink-2">{MORNING.gas}</span>
          {gas.map((each) => (
            <span key={each.gas} className="flex items-center gap-1" data-gas={each.gas}>
              <GasBadge gas={each.gas} /> {print(each.free_l, "gas_volume", system)}
            </span>
          ))}
        </p>
      )}
      {groups.map(({ kind, what }) => (
        <p key={kind} className="flex items-start gap-2" data-group={kind}>
          <span className="pt-0.5">
            <Mark level={LEVELS[kind]} />
          </span>
          <span>
            <span className="text-ink-2">{MORNING[kind]} </span>
            {what.slice(0, NAMED).join("; ")}
            {what.length > NAMED && `; ${what.length - NAMED} ${MORNING.more}`}{" "}
            <Link to={kind === "stopped" ? "/jobs" : "/rack"} className="underline">
              {kind === "stopped" ? MORNING.toJobs : MORNING.toRack}
            </Link>
          </span>
        </p>
      ))}
    </section>
  );
}
