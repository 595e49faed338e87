/**
 * What was typed and is being read by the server. A value is there only once it was read: whoever sends values away waits for
 * it, or the field that was typed last would stay behind.
 */
const open = new Set<Promise<unknown>>();

/** Counts a reading as open until it ends, well or not. */
export function reading<T>(work: Promise<T>): Promise<T> {
  open.add(work);
  const ended = () => open.delete(work);
  work.then(ended, ended);
  return work;
}

/** Whether any is open. */
export const isReading = (): boolean => open.size > 0;

/** Waits until none is open, those begun meanwhile too. */
export async function allRead(): Promise<void> {
  while (open.size > 0) await Promise.allSettled(open);
}
