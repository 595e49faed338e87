/** Which runs a job has, which of them goes on at this tablet, and what is asked for one. Pure; the moment is given. */
import type { Schemas } from "@/api/client";
import { goesOn, type RunEvent, type RunInfo } from "../model";
import type { Held, HeldRun } from "./store";

/** The place and the gear, as they are asked of the shop before a run is begun. */
export type Asked = {
  /** What is rigged. */
  fuel?: string;
  wind?: boolean;
  bare_floor?: boolean;
  low?: boolean;
  confined?: boolean;
  coated?: boolean;
  assembled?: boolean;
  /** The acetylene cylinder was laid down. */
  lying?: boolean;
  /** The cylinders of the rack that stand on the rig. */
  cylinders?: string[];
};

/** What is asked of the shop: a cylinder that was laid down a moment ago stands no hour yet. */
export function queryOf({ lying, cylinders = [], ...rest }: Asked) {
  return {
    ...rest,
    ...(lying ? { lying_acetylene_hours_upright: 0 } : {}),
    ...(cylinders.length > 0 ? { cylinders: cylinders.join(",") } : {}),
  };
}

/** What a run was begun with, as it was asked before. */
export function askedOf(body: Schemas["BeginRun"]): Asked {
  const { fuel, place, assembled, lying, cylinders } = body;
  return {
    ...place,
    ...(fuel == null ? {} : { fuel }),
    ...(assembled === undefined ? {} : { assembled }),
    ...(lying === undefined ? {} : { lying }),
    ...(cylinders === undefined ? {} : { cylinders }),
  };
}

/** Events of shop and tablet, each once; what was noted here belongs to the run it was noted in, wherever the shop put it. */
export function merged(shop: Iterable<RunEvent>, held: readonly Held[]): RunEvent[] {
  const all = new Map([...shop].map((event) => [event.id, event]));
  for (const { id, event, run } of held) {
    const known = all.get(id) ?? ({ ...event, person_id: event.person_id ?? null } as RunEvent);
    all.set(id, { ...known, run_id: run ?? known.run_id ?? null });
  }
  return [...all.values()];
}

/** A run of this tablet as the shop would list it. */
function asListed(run: HeldRun, events: readonly Held[], fuel: string): RunInfo {
  const own = events.filter((each) => each.run === run.id && each.state !== "refused");
  const times = [run.begun_at, ...own.map((each) => each.event.happened_at)];
  const over = own.find((each) => each.event.kind === "end");
  const end = over?.event.body as Schemas["EndBody"] | undefined;
  return {
    id: run.id,
    fuel: run.body.fuel ?? fuel,
    begun_at: run.begun_at,
    heard_at: times.reduce((a, b) => (Date.parse(a) > Date.parse(b) ? a : b)),
    ended_at: over?.event.happened_at ?? null,
    how: end?.how ?? null,
    why: end?.reason ?? null,
    person_id: run.body.person_id ?? null,
  };
}

/** All runs that are known, the newest first. What this tablet knows of its own is newer than the list. */
export function allRuns(
  listed: readonly RunInfo[],
  mine: readonly HeldRun[],
  { held, fuel }: { held: readonly Held[]; fuel: string },
): RunInfo[] {
  const all = new Map(listed.map((run) => [run.id, run]));
  for (const run of mine) {
    const known = all.get(run.id);
    const own = asListed(run, held, known?.fuel ?? fuel);
    all.set(
      run.id,
      known === undefined
        ? own
        : {
            ...known,
            ended_at: known.ended_at ?? own.ended_at ?? null,
            how: known.how ?? own.how ?? null,
            why: known.why ?? own.why ?? null,
          },
    );
  }
  return [...all.values()].sort((a, b) => Date.parse(b.begun_at) - Date.parse(a.begun_at));
}

/** The run that someone goes on with: the one they joined last on this tablet, else the newest that they began. */
export function runAhead(
  runs: readonly RunInfo[],
  mine: readonly HeldRun[],
  { who, now, pause_s }: { who: string | null; now: number; pause_s: number },
): RunInfo | null {
  const going = runs.filter((run) => goesOn(run, { now, pause_s }));
  const joined = [...mine].sort((a, b) => b.joined - a.joined).filter((run) => run.who === who);
  const last = joined.map((each) => going.find((run) => run.id === each.id)).find(Boolean);
  return last ?? going.find((run) => (run.person_id ?? null) === who) ?? null;
}
