/** What waits on the tablet goes to the shop: runs before their events, in parts that the shop takes, each thing once. */
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { slices } from "../model";
import { type Held, type HeldRun, keepEvent, keepRun, keptEvents, keptRuns } from "./store";

export type Told = Pick<Schemas["EventsReply"], "events" | "elsewhere" | "next">;

/** Begins at the shop what was begun here. A run that it will not have keeps its events all the same: see [sendWaiting]. */
async function beginWaiting(job: string): Promise<Map<string, HeldRun>> {
  const runs = await keptRuns(job);
  for (const run of runs.filter((each) => each.state === "here")) {
    try {
      const path = { path: { id: job, run_id: run.id } };
      const options = { params: path, body: run.body };
      await data(api.PUT("/api/v1/jobs/{id}/runs/{run_id}", options));
      run.state = "shop";
    } catch (error) {
      const known =
        error instanceof ApiFailure && ["invalid_input", "different_body"].includes(error.code);
      if (!known) throw error;
      run.state = "refused";
    }
    await keepRun(run);
  }
  return new Map(runs.map((run) => [run.id, run]));
}

/** Where events go: into their run, or into one of that day with its fuel where the shop has none of its id. */
type Place = { run: string | null; fuel: string | null; since: number | undefined };

async function send(
  job: string,
  { run, fuel, since }: Place,
  slice: readonly Held[],
): Promise<Schemas["EventsReply"]> {
  const body = { events: slice.map((each) => each.event) };
  // the shop notes how far the tablet's clock is off
  const headers = { "Galvanon-Clock": String(Date.now()) };
  if (run !== null) {
    const path = { id: job, run_id: run };
    const query = since === undefined ? {} : { since };
    const options = { params: { path, query }, body, headers };
    return data(api.POST("/api/v1/jobs/{id}/runs/{run_id}/events", options));
  }
  const query = fuel === null ? {} : { fuel };
  const options = { params: { path: { id: job }, query }, body, headers };
  return data(api.POST("/api/v1/jobs/{id}/run/events", options));
}

/**
 * Sends what waits, the oldest run first, and asks what is new in the run at hand. What was not answered stays here and is
 * sent again; what the shop refuses is kept here and shown.
 */
export async function sendWaiting(
  job: string,
  { run, since }: { run: string | null; since: number | undefined },
): Promise<Told | null> {
  const runs = await beginWaiting(job);
  const waiting = (await keptEvents(job)).filter((each) => each.state === "here");
  // a run that was neither begun nor joined here is one that the shop listed
  const isThere = (id: string | null | undefined): id is string =>
    id != null && runs.get(id)?.state !== "refused";
  const placeOf = (each: Held) => `${each.run ?? ""} ${each.fuel ?? ""}`;
  const places = new Map(waiting.map((each) => [placeOf(each), each]));
  const told: Told[] = [];
  const tell = async (at: Pick<Held, "run" | "fuel">, slice: readonly Held[]) => {
    const place = {
      run: isThere(at.run) ? at.run : null,
      fuel: at.fuel ?? null,
      since: at.run === run ? since : undefined,
    };
    const reply = await send(job, place, slice);
    for (const answer of reply.answers) {
      const mine = slice.find((each) => each.id === answer.id);
      if (mine === undefined) continue;
      const state = answer.outcome === "refused" ? "refused" : "shop";
      await keepEvent({ ...mine, state, fields: answer.fields });
    }
    if (at.run === run) told.push(reply);
  };
  for (const [place, at] of places) {
    for (const slice of slices(waiting.filter((each) => placeOf(each) === place)))
      await tell(at, slice);
  }
  if (isThere(run) && told.length === 0) await tell({ run }, []);
  const all = told.map((each) => each.next);
  return told.length === 0
    ? null
    : {
        events: told.flatMap((each) => each.events),
        elsewhere: told.flatMap((each) => each.elsewhere),
        next: Math.max(...all),
      };
}
