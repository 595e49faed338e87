/** What this tablet keeps by itself: the document of each run, the runs it is in, and events until the shop has them. */
import { type DBSchema, openDB } from "idb";
import type { FieldError, Schemas } from "@/api/client";
import type { Doc } from "../model";

export type NewEvent = Schemas["NewEvent"];

/** A run that this tablet began or joined. */
export type HeldRun = {
  id: string;
  job: string;
  /** What it was begun with. */
  body: Schemas["BeginRun"];
  begun_at: string;
  /** here: the shop does not know of it yet; shop: it does; refused: it will not, and its events go into a run of that day. */
  state: "here" | "shop" | "refused";
  /** Who held this tablet when it was begun or joined. */
  who: string | null;
  /** When that was, ms. */
  joined: number;
};

/** here: only on this tablet; shop: the shop has it; refused: the shop will not take it. */
export type Held = {
  id: string;
  job: string;
  /** The run it was noted in; none before there were runs. */
  run?: string | null;
  /** What was rigged when it was noted. */
  fuel?: string | null;
  event: NewEvent;
  state: "here" | "shop" | "refused";
  fields?: FieldError[];
};

interface Tables extends DBSchema {
  /** By the id of their run, or that of the job before one is begun. */
  documents: { key: string; value: Doc };
  events: { key: string; value: Held; indexes: { job: string } };
  runs: { key: string; value: HeldRun; indexes: { job: string } };
}

const database = openDB<Tables>("galvanon-run", 3, {
  upgrade(db, old) {
    // a document of before knows no runs: it is fetched anew
    if (old > 0) db.deleteObjectStore("documents");
    else db.createObjectStore("events", { keyPath: "id" }).createIndex("job", "job");
    db.createObjectStore("documents");
    db.createObjectStore("runs", { keyPath: "id" }).createIndex("job", "job");
  },
});

export async function keepDocument(key: string, doc: Doc): Promise<void> {
  await (await database).put("documents", doc, key);
}

export async function keptDocument(key: string): Promise<Doc | undefined> {
  return (await database).get("documents", key);
}

export async function keepEvent(held: Held): Promise<void> {
  await (await database).put("events", held);
}

export async function keptEvents(job: string): Promise<Held[]> {
  return (await database).getAllFromIndex("events", "job", job);
}

export async function keepRun(run: HeldRun): Promise<void> {
  await (await database).put("runs", run);
}

export async function keptRuns(job: string): Promise<HeldRun[]> {
  return (await database).getAllFromIndex("runs", "job", job);
}
