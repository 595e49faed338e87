/** A run: its document, fetched while there is a network and kept; its events, written here first and sent when they can be. */
import { useCallback, useEffect, useRef, useState } from "react";
import { v7 } from "uuid";
import { ApiFailure, api, data, person } from "@/api/client";
import { type Doc, ofThisRun, type RunEvent, slices } from "./model";
import { type Held, keepDocument, keepEvent, keptDocument, keptEvents } from "./store";

/** The place and the gear, as they are asked of the shop. */
export type Asked = {
  /** What is rigged. */
  fuel?: string;
  wind?: boolean;
  bare_floor?: boolean;
  low?: boolean;
  confined?: boolean;
  coated?: boolean;
  assembled?: boolean;
  lying_acetylene_hours_upright?: number;
};

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
  note: (kind: string, body: Record<string, unknown>) => Promise<string>;
  /** Fetches the document anew: a cut was changed. */
  reload: () => void;
};

function merged(shop: readonly RunEvent[], held: readonly Held[]): RunEvent[] {
  const all = new Map<string, RunEvent>(shop.map((event) => [event.id, event]));
  for (const { id, event, fuel } of held) {
    if (!all.has(id))
      all.set(id, {
        ...event,
        body: event.body,
        person_id: event.person_id ?? null,
        fuel: fuel ?? null,
      });
  }
  return [...all.values()];
}

export function useRun(job: string, asked: Asked): Run {
  const [doc, setDoc] = useState<Doc>();
  const [failure, setFailure] = useState<Error | null>(null);
  const [shopEvents, setShopEvents] = useState<RunEvent[]>([]);
  const [held, setHeld] = useState<Held[]>([]);
  const [reached, setReached] = useState(true);
  const [answered, setAnswered] = useState("");
  const sending = useRef(false);
  const question = JSON.stringify(asked);
  const [fetched, setFetched] = useState(0);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a reload asks the same question again
  useEffect(() => {
    let gone = false;
    const open = async () => {
      const mine = await keptEvents(job);
      if (!gone) setHeld(mine);
      try {
        const query = JSON.parse(question) as Asked;
        const path = { params: { path: { id: job }, query } };
        const fresh = await data(api.GET("/api/v1/jobs/{id}/run", path));
        await keepDocument(fresh);
        if (gone) return;
        setDoc(fresh);
        setAnswered(question);
        setShopEvents(fresh.events);
        setReached(true);
        setFailure(null);
      } catch (error) {
        const kept = await keptDocument(job);
        if (gone) return;
        const away = error instanceof ApiFailure && error.code === "offline";
        setAnswered(question);
        setReached(!away);
        if (kept && away) {
          setDoc((now) => now ?? kept);
          setShopEvents((now) => (now.length > 0 ? now : kept.events));
        } else setFailure(error as Error);
      }
    };
    void open();
    return () => {
      gone = true;
    };
  }, [job, question, fetched]);

  const rigged = doc?.fuel ?? null;
  const send = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    try {
      const waiting = (await keptEvents(job)).filter((each) => each.state === "here");
      // each to the run of what was rigged when it was noted
      const rigs = [...new Set([rigged, ...waiting.map((each) => each.fuel ?? null)])];
      const parts = rigs.flatMap((fuel) =>
        slices(waiting.filter((each) => (each.fuel ?? null) === fuel)).map((slice) => ({
          fuel,
          slice,
        })),
      );
      for (const { fuel, slice } of parts) {
        const params = { path: { id: job }, query: fuel === null ? {} : { fuel } };
        const body = { events: slice.map((each) => each.event) };
        const reply = await data(api.POST("/api/v1/jobs/{id}/run/events", { params, body }));
        for (const answer of reply.answers) {
          const mine = slice.find((each) => each.id === answer.id);
          if (mine === undefined) continue;
          const state = answer.outcome === "refused" ? "refused" : "shop";
          await keepEvent({ ...mine, state, fields: answer.fields });
        }
        setShopEvents(reply.events);
      }
      const fresh = await keptEvents(job);
      // what was noted meanwhile stays
      setHeld((now) => [...new Map([...now, ...fresh].map((each) => [each.id, each])).values()]);
      setReached(true);
    } catch (error) {
      // nothing is lost: what was not answered stays here and is sent again
      setReached(!(error instanceof ApiFailure && ["offline", "internal"].includes(error.code)));
    } finally {
      sending.current = false;
    }
  }, [job, rigged]);

  useEffect(() => {
    const again = () => void send();
    const timer = setInterval(again, AGAIN);
    window.addEventListener("online", again);
    document.addEventListener("visibilitychange", again);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", again);
      document.removeEventListener("visibilitychange", again);
    };
  }, [send]);

  const note = useCallback(
    async (kind: string, body: Record<string, unknown>) => {
      const id = v7();
      const event = {
        id,
        happened_at: new Date().toISOString(),
        person_id: person.read(),
        kind,
        body,
      };
      const mine: Held = { id, job, fuel: rigged, event, state: "here" };
      await keepEvent(mine);
      setHeld((now) => [...now, mine]);
      void send();
      return id;
    },
    [job, rigged, send],
  );

  return {
    doc,
    failure,
    events: ofThisRun(
      merged(
        shopEvents,
        held.filter((each) => each.state !== "refused"),
      ),
      { fuel: rigged ?? "", now: Date.now() },
    ),
    waiting: held.filter((each) => each.state === "here").length,
    refused: held.filter((each) => each.state === "refused"),
    reached,
    settled: answered === question && (asked.fuel === undefined || asked.fuel === rigged),
    note,
    reload: useCallback(() => setFetched((times) => times + 1), []),
  };
}
