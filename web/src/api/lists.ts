/** Lists that a screen needs whole: the shop gives them page by page, newest first. */
import { api, data, type GearView, type Person, type Schemas } from "./client";

/** The most rows that the shop gives at once. */
const MOST = 200;

type Page = { next?: string | null };

/** Every row of a list, page after page. */
export async function everyPage<P extends Page, R>(
  ask: (query: { limit: number; after?: string }) => Promise<P>,
  rows: (page: P) => readonly R[],
): Promise<R[]> {
  const all: R[] = [];
  let after: string | null | undefined;
  do {
    const page = await ask(after ? { limit: MOST, after } : { limit: MOST });
    all.push(...rows(page));
    after = page.next;
  } while (after);
  return all;
}

/** Everybody, by name. */
export async function everybody(): Promise<{ people: Person[] }> {
  const ask = (query: { limit: number; after?: string }) =>
    data(api.GET("/api/v1/people", { params: { query } }));
  const people = await everyPage(ask, (page) => page.people);
  return { people: people.sort((a, b) => a.name.localeCompare(b.name)) };
}

/** Everything the shop owns, by kind and name. */
export async function wholeRack(): Promise<{ gear: GearView[] }> {
  const ask = (query: { limit: number; after?: string }) =>
    data(api.GET("/api/v1/gear", { params: { query } }));
  const gear = await everyPage(ask, (page) => page.gear);
  const named = ({ gear: { kind, label } }: GearView) => `${kind} ${label}`;
  return { gear: gear.sort((a, b) => named(a).localeCompare(named(b))) };
}

/** A job with all of its lines, which come page after page; `show` gets what is there so far. */
export async function wholeJob(
  id: string,
  show?: (soFar: Schemas["JobReply"]) => void,
): Promise<Schemas["JobReply"]> {
  const page = (query: { limit: number; after?: string }) =>
    data(api.GET("/api/v1/jobs/{id}", { params: { path: { id }, query } }));
  let whole = await page({ limit: MOST });
  while (whole.next) {
    show?.(whole);
    const more = await page({ limit: MOST, after: whole.next });
    whole = { ...more, lines: [...whole.lines, ...more.lines] };
  }
  return whole;
}
