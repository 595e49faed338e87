/** The heading of a card as it is listed: what is cut first, then the job. */

/**
 * The parts of a heading as a job writes it, `job: cut`; a job's own name may hold colons.
 * `parts("Gate: rails: 3/4 in plate · 36 in")` is `{ job: "Gate: rails", cut: "3/4 in plate · 36 in" }`.
 */
export function parts(title: string): { job: string | null; cut: string } {
  const at = title.lastIndexOf(": ");
  if (at < 0) return { job: null, cut: title };
  return { job: title.slice(0, at), cut: title.slice(at + 2) };
}
