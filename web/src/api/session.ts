/** Who is signed in, by which doors one comes in, and what this browser remembers of it for when the shop is out of reach. */
import { ApiFailure, api, data, type Schemas } from "./client";
import { answerWithPasskey } from "./passkeys";

export type Session = Schemas["SessionReply"];
export type Doors = Schemas["DoorsHere"];
export type SignIn = Schemas["SignIn"];

/** Who is here: somebody, nobody with the doors there are, or nobody can tell. */
export type Here =
  | { at: "in"; session: Session }
  | { at: "out"; doors: Doors }
  | { at: "away"; session: Session | null };

/** The script that this page began with. */
function ownScript(): string | null {
  const script = document.querySelector<HTMLScriptElement>("script[type=module][src]");
  return script === null ? null : new URL(script.src).pathname;
}

/** Whether the shop has another version of this page than the one that is open. */
export function isOlder(session: Session, own: string | null = ownScript()): boolean {
  // in development the page begins with a script of the tool's own
  return session.page != null && own?.startsWith("/assets/") === true && own !== session.page;
}

const KEPT = "galvanon.session";

/** Who was signed in here last; a browser that keeps nothing remembers nobody. */
export function remembered(): Session | null {
  const text = localStorage.getItem(KEPT);
  if (text === null) return null;
  try {
    return JSON.parse(text) as Session;
  } catch {
    // written by another version
    return null;
  }
}

function remember(session: Session | null) {
  if (session === null) localStorage.removeItem(KEPT);
  else localStorage.setItem(KEPT, JSON.stringify(session));
}

/** Asks the shop who is here. */
export async function whoIsHere(): Promise<Here> {
  try {
    const reply = await api.GET("/api/v1/session");
    if (reply.data !== undefined) {
      remember(reply.data);
      return { at: "in", session: reply.data };
    }
    if (reply.response.status === 401) return { at: "out", doors: reply.error.doors };
  } catch {
    // no shop in reach: told below
  }
  return { at: "away", session: remembered() };
}

/** What a door answers that lets nobody in yet: whom an invitation is for, what a passkey must answer. */
export type Entering = Schemas["Entering"];

/** Comes in by one of the doors; `null` once inside. */
export async function signIn(by: SignIn): Promise<Entering | null> {
  const reply = await api.POST("/api/v1/session", { body: by });
  if (reply.response.status === 204) return null;
  return data<Entering>(Promise.resolve(reply as { data?: Entering; error?: unknown }));
}

/** Comes in by a passkey that this browser holds for a name. */
export async function signInByPasskey(
  name: string,
  enter: (by: SignIn) => Promise<Entering | null>,
): Promise<void> {
  const asked = (await enter({ name, passkey: true }))?.passkey;
  if (asked == null) throw new ApiFailure("internal", "The shop asked for no passkey.");
  await enter({ asked: asked.id, credential: await answerWithPasskey(asked.options) });
}

/** Leaves: nobody is remembered. */
export async function signOut(): Promise<void> {
  remember(null);
  const reply = await api.DELETE("/api/v1/session");
  if (reply.response.status !== 204)
    throw new ApiFailure("internal", "The shop did not end the session.");
}
