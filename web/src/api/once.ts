/** What is meant once is made once, however often it is sent. */
import { v7 } from "uuid";
import { ApiFailure } from "./client";

/** What was sent and not answered: its id and body stay those of the first time. */
const unanswered = new Map<string, { id: string; body: unknown }>();

/**
 * Sends something new. When no answer comes and the same is meant again, it goes under the same id with the same body: the
 * shop then gives back what it has made the first time. An answer, a refusal too, ends it.
 *
 * `meaning` is what makes two of them the same; a body may hold more, as the place at the end of a list.
 */
export async function once<Body, T>(
  meaning: readonly unknown[],
  body: Body,
  send: (id: string, body: Body) => Promise<T>,
): Promise<T> {
  const key = JSON.stringify(meaning);
  const known = unanswered.get(key) as { id: string; body: Body } | undefined;
  const mine = known ?? { id: v7(), body };
  unanswered.set(key, mine);
  try {
    const reply = await send(mine.id, mine.body);
    unanswered.delete(key);
    return reply;
  } catch (error) {
    if (!(error instanceof ApiFailure && error.code === "offline")) unanswered.delete(key);
    throw error;
  }
}
