/** How two ways came out: which is better and how sure that is, or that it is no answer yet. */
import type { Schemas } from "@/api/client";
import { RECORD } from "@/text/record";
import { answerOf, type Names } from "./trial";

export function Answer({ judged, names }: { judged: Schemas["TrialReply"]; names?: Names }) {
  const { isSure, which, by } = answerOf(judged, names);
  return (
    <div
      className={`rounded-md px-3 py-2 text-sm ${isSure ? "bg-accent-soft" : "bg-caution-soft"}`}
      data-judged={isSure ? "sure" : "unsure"}
    >
      <p className="text-base font-semibold">{isSure ? which : RECORD.unsure}</p>
      <p>{by}</p>
      {!isSure && <p>{which}</p>}
    </div>
  );
}
