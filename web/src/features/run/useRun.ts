/** A run: its document, fetched while there is a network and kept; its events, written here first and sent when they can be. */
import { useCallback, useEffect, useRef, useState } from "react";
import { v7 } from "uuid";
import { ApiFailure, api, data, type Schemas, SIGNED_OUT } from "@/api/client";
import { sendWaiting, type Told } from "./kept/queue";
import { type Asked, allRuns, askedOf, merged, queryOf, runAhead } from "./kept/runs";
import {
  type Held,
  type HeldRun,
  keepDocument,
  keepEvent,
  keepRun,
  keptDocument,
  keptEvents,
  keptRuns,
} from "./kept/store";
import { type Doc, ofRun, type RunEvent, type RunInfo } from "./model";

export type EventBody = Schemas["RunEventBody"];

/** Between tries to reach the shop, ms. */
const AGAIN = 4_000;

export type Run = {
  doc: Doc | undefined;
  /** Why there is no document at all. */
  failure: Error | null;
  events: RunEvent[];
  /** Events that only this tablet has. */
  waiting: number;
  /** Events that the shop will not take, with its reasons. */
  refused: Held[];
  reached: boolean;
  /** Whether the document answers what was asked last, or is the best there is without a network. */
  settled: boolean;
  /** The run that goes on here; null before one is begun. */
  run: RunInfo | null;
  /** Every run of the job that is known here, the newest first. */
  runs: RunInfo[];
  note: (what: EventBody) => Promise<string>;
  begin: (body: Schemas["BeginRun"]) => Promise<void>;
  /** Goes on with a run that was begun elsewhere. */
  join: (run: RunInfo) => Promise<void>;
  /** Lets the run be: another one is begun. */
  leave: () => void;
  /** Fetches the document anew: a cut, the place or the rig was changed. */
  reload: () => void;
};

/** Whose hand it is, and whether the shop knows it: they are signed in. */
export type Hand = { who: string | null; known: boolean };

export function useRun(job: string, asked: Asked, { who, known }: Hand): Run {
  const [doc, setDoc] = useState<Doc>();
  const [failure, setFailure] = useState<Error | null>(null);
  const [shop, setShop] = useState<ReadonlyMap<string, RunEvent>>(new Map());
  const [held, setHeld] = useState<Held[]>([]);
  const [listed, setListed] = useState<RunInfo[]>([]);
  const [mine, setMine] = useState<HeldRun[]>([]);
  const [reached, setReached] = useState(true);
  const [answered, setAnswered] = useState("");
  // undefined: not known yet, which run it is
  const [current, setCurrent] = useState<string | null | undefined>(undefined);
  const [fetched, setFetched] = useState(0);
  const since = useRef<{ run: string; next: number } | null>(null);
  const sending = useRef<Promise<void>>(Promise.resolve());
  const busy = useRef(0);
  const question = JSON.stringify(asked);

  const hear = useCallback((told: Pick<Told, "events" | "elsewhere">) => {
    const news = [...told.events, ...told.elsewhere];
    if (news.length === 0) return;
    setShop((now) => new Map([...now, ...news.map((event) => [event.id, event] as const)]));
  }, []);

  /** Sends what waits and hears what is new, one at a time. */
  const send = useCallback(
    (run: string | null): Promise<void> => {
      busy.current += 1;
      const once = async () => {
        try {
          const from = since.current?.run === run ? since.current?.next : undefined;
          const told = await sendWaiting(job, { run, since: from });
          if (told !== null && run !== null) {
            since.current = { run, next: told.next };
            hear(told);
          }
          setReached(true);
        } catch (error) {
          // nothing is lost: what was not answered stays here and is sent again
          setReached(
            !(
              error instanceof ApiFailure &&
              ["offline", "internal", SIGNED_OUT].includes(error.code)
            ),
          );
        } finally {
          const fresh = await keptEvents(job);
          // what was noted meanwhile stays; nothing is drawn anew where nothing changed
          setHeld((now) => {
            const all = new Map([...now, ...fresh].map((each) => [each.id, each]));
            const same =
              now.length === all.size && now.every((e) => all.get(e.id)?.state === e.state);
            return same ? now : [...all.values()];
          });
          busy.current -= 1;
        }
      };
      sending.current = sending.current.then(once);
      return sending.current;
    },
    [job, hear],
  );

  // which runs there are, and which one goes on here
  // biome-ignore lint/correctness/useExhaustiveDependencies: a reload asks the same question again
  useEffect(() => {
    let gone = false;
    const look = async () => {
      const [own, events] = [await keptRuns(job), await keptEvents(job)];
      const kept = await keptDocument(job);
      if (gone) return;
      setMine(own);
      setHeld((now) => (now.length > 0 ? now : events));
      const path = { params: { path: { id: job } } };
      let list: RunInfo[] = [];
      try {
        list = (await data(api.GET("/api/v1/jobs/{id}/runs", path))).runs;
      } catch {
        // without the shop only what this tablet knows; the document says whether it was reached
        list = [];
      }
      if (gone) return;
      setListed(list);
      setCurrent((now) => {
        if (now !== undefined) return now;
        // before the first document nobody knows how long a pause may be
        const pause_s = kept?.goes_on_s ?? Number.POSITIVE_INFINITY;
        const all = allRuns(list, own, { held: events, fuel: kept?.fuel ?? "" });
        return runAhead(all, own, { who, now: Date.now(), pause_s })?.id ?? null;
      });
    };
    void look();
    return () => {
      gone = true;
    };
  }, [job, fetched]);

  // the document: that of the run, or what the job asks for before one is begun
  // biome-ignore lint/correctness/useExhaustiveDependencies: a reload asks the same question again
  useEffect(() => {
    if (current === undefined) return;
    let gone = false;
    const open = async () => {
      if (current !== null) await send(current);
      const mine = (await keptRuns(job)).find((run) => run.id === current);
      // a run that the shop would not have is asked for with what it was begun with
      const refused = mine?.state === "refused" ? askedOf(mine.body) : null;
      try {
        const query = queryOf(refused ?? (JSON.parse(question) as Asked));
        const fresh =
          current === null || refused !== null
            ? await data(api.GET("/api/v1/jobs/{id}/run", { params: { path: { id: job }, query } }))
            : await data(
                api.GET("/api/v1/jobs/{id}/runs/{run_id}", {
                  params: { path: { id: job, run_id: current } },
                }),
              );
        await keepDocument(job, fresh);
        if (current !== null) await keepDocument(current, fresh);
        if (gone) return;
        setDoc(fresh);
        hear(fresh);
        setReached(true);
        setFailure(null);
      } catch (error) {
        const own = await keptDocument(current ?? job);
        const kept = own ?? (await keptDocument(job));
        if (gone) return;
        const away = error instanceof ApiFailure && ["offline", SIGNED_OUT].includes(error.code);
        setReached(!away);
        if (kept && away) {
          // that of the run at hand before that of another one
          setDoc((now) => own ?? now ?? kept);
          hear(kept);
        } else setFailure(error as Error);
      }
      if (!gone) setAnswered(question);
    };
    void open();
    return () => {
      gone = true;
    };
  }, [job, current, current === null ? question : "", fetched]);

  useEffect(() => {
    const again = () => {
      if (busy.current === 0 && current !== undefined) void send(current);
    };
    const timer = setInterval(again, AGAIN);
    window.addEventListener("online", again);
    document.addEventListener("visibilitychange", again);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", again);
      document.removeEventListener("visibilitychange", again);
    };
  }, [send, current]);

  const rigged = doc?.fuel ?? null;
  const at = current ?? null;
  const note = useCallback(
    async (what: EventBody) => {
      const id = v7();
      const happened_at = new Date().toISOString();
      const event = {
        id,
        happened_at,
        person_id: who,
        ...(known ? {} : { verified: false }),
        ...what,
      };
      const own: Held = { id, job, run: at, fuel: rigged, event, state: "here" };
      await keepEvent(own);
      setHeld((now) => [...now, own]);
      void send(at);
      return id;
    },
    [job, rigged, at, who, known, send],
  );

  const take = useCallback(
    async (run: HeldRun) => {
      await keepRun(run);
      if (doc) await keepDocument(run.id, doc);
      setMine((now) => [...now.filter((each) => each.id !== run.id), run]);
      setCurrent(run.id);
    },
    [doc],
  );
  const begin = useCallback(
    (body: Schemas["BeginRun"]) => {
      const now = new Date();
      const of = { job, body, begun_at: now.toISOString(), who, joined: now.getTime() };
      return take({ id: v7(), state: "here", ...of });
    },
    [job, who, take],
  );
  const join = useCallback(
    (run: RunInfo) => {
      const { id, fuel, begun_at, person_id } = run;
      const of = {
        job,
        body: { fuel, person_id: person_id ?? null },
        begun_at,
        who,
        joined: Date.now(),
      };
      return take({ id, state: "shop", ...of });
    },
    [job, who, take],
  );

  const counted = held.filter((each) => each.state !== "refused");
  const runs = allRuns(listed, mine, { held, fuel: rigged ?? "" });
  return {
    doc,
    failure,
    events: ofRun(merged(shop.values(), counted), at),
    waiting: held.filter((each) => each.state === "here").length,
    refused: held.filter((each) => each.state === "refused"),
    reached,
    // the order of work of another rig is none to begin by
    settled:
      at !== null
        ? doc !== undefined && (runs.find((run) => run.id === at)?.fuel ?? doc.fuel) === doc.fuel
        : answered === question && (asked.fuel === undefined || asked.fuel === rigged),
    run: runs.find((run) => run.id === at) ?? null,
    runs,
    note,
    begin,
    join,
    leave: useCallback(() => setCurrent(null), []),
    reload: useCallback(() => setFetched((times) => times + 1), []),
  };
}
