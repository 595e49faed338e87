/** The typed client of the server, and what goes wrong on the way. */
import createClient from "openapi-fetch";
import type { components, paths } from "./generated";

export type Schemas = components["schemas"];
export type CutPlan = Schemas["CutPlan"];
export type CutPlanRequest = Schemas["CutPlanRequest"];
export type FieldError = Schemas["FieldError"];
export type LineView = Schemas["LineView"];
export type Job = Schemas["Job"];
export type Person = Schemas["Person"];
export type GearView = Schemas["GearView"];
export type Plan = Schemas["Plan"];
export type Values = Record<string, Schemas["ValueWire"]>;

/** A line, or what carries one, that does plan. */
export type Planned<T> = T & { plan: CutPlan; request: CutPlanRequest };

/** Whether a line plans; one that does not has a fault in place of its plan. */
export function isPlanned<T extends Pick<LineView, "plan" | "request">>(
  view: T,
): view is Planned<T> {
  return view.plan != null && view.request != null;
}

/** Any part of a cut plan request: what a line itself says. */
export type CutInput = {
  steel?: Partial<CutPlanRequest["steel"]>;
  cut?: Partial<CutPlanRequest["cut"]>;
  gas?: Partial<CutPlanRequest["gas"]>;
  tip?: CutPlanRequest["tip"];
  torch?: string | null;
  section?: SectionInput;
  layout?: Partial<Schemas["LayoutWire"]>;
  work?: Schemas["WorkRequest"];
};

/** A shape and its cut, as far as they are said. */
export type SectionInput = Partial<Schemas["SectionWire"]>;

// fetch is looked up at each call: tests and the offline queue may replace it
export const api = createClient<paths>({ baseUrl: "/", fetch: (r) => globalThis.fetch(r) });

/** Who wants to know that the shop knows nobody here any more. */
export const signedOut = new Set<() => void>();

/** A refusal of the server, or no server at all (code "offline"). */
export class ApiFailure extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly fields: FieldError[] = [],
    readonly current?: unknown,
    readonly yours?: unknown,
  ) {
    super(message);
  }
}

/** The code of a refusal that a session ended: nothing is lost, and it is done once somebody signs in. */
export const SIGNED_OUT = "signed_out";

type Reply<T> = { data?: T; error?: unknown };

/** The data of a reply; a refusal is thrown as an [ApiFailure]. */
export async function data<T>(reply: Promise<Reply<T>>): Promise<T> {
  let answer: Reply<T>;
  try {
    answer = await reply;
  } catch {
    throw new ApiFailure("offline", "The shop's server does not answer.");
  }
  if (answer.data !== undefined) return answer.data;
  const detail = (answer.error as { error?: Schemas["ErrorDetail"] } | undefined)?.error;
  if (detail === undefined) throw new ApiFailure("internal", "The server answered with an error.");
  // a shop whose database is away is out of reach like one that does not answer: what waits goes on by itself
  const code = detail.code === "unavailable" ? "offline" : detail.code;
  if (code === SIGNED_OUT) for (const tell of signedOut) tell();
  throw new ApiFailure(code, detail.message, detail.fields, detail.current, detail.yours);
}
