/** What this tablet keeps by itself: the document of each opened run, and events until the shop has them. */
import { type DBSchema, openDB } from "idb";
import type { FieldError, Schemas } from "@/api/client";
import type { Doc } from "./model";

export type NewEvent = Schemas["NewEvent"];
/** here: only on this tablet; shop: the shop has it; refused: the shop will not take it. */
export type Held = {
  id: string;
  job: string;
  /** What was rigged when it was noted. */
  fuel?: string | null;
  event: NewEvent;
  state: "here" | "shop" | "refused";
  fields?: FieldError[];
};

interface Tables extends DBSchema {
  documents: { key: string; value: Doc };
  events: { key: string; value: Held; indexes: { job: string } };
}

const database = openDB<Tables>("galvanon-run", 2, {
  upgrade(db, old, _new, work) {
    if (old > 0) {
      // a document of before does not say which cuts fit what is rigged: it is fetched anew
      void work.objectStore("documents").clear();
      return;
    }
    db.createObjectStore("documents", { keyPath: "job_id" });
    db.createObjectStore("events", { keyPath: "id" }).createIndex("job", "job");
  },
});

export async function keepDocument(doc: Doc): Promise<void> {
  await (await database).put("documents", doc);
}

export async function keptDocument(job: string): Promise<Doc | undefined> {
  return (await database).get("documents", job);
}

export async function keepEvent(held: Held): Promise<void> {
  await (await database).put("events", held);
}

export async function keptEvents(job: string): Promise<Held[]> {
  return (await database).getAllFromIndex("events", "job", job);
}
