/** What is told to whoever comes next: pieces made and open, what is stopped and why, what was left out and why. */
import { facts } from "@/bench";
import { sentence, word } from "@/text";
import { RUN } from "@/text/run";
import { usePreferences } from "@/ui/preferences";
import { type Doc, handedOver, type RunEvent } from "./model";

export function HandOver({ doc, events }: { doc: Doc; events: readonly RunEvent[] }) {
  const { system } = usePreferences();
  const { cuts, skipped, complete } = handedOver(doc, events);
  return (
    <section
      className="mt-4 flex flex-col gap-3 border-t-4 border-line-strong pt-3 text-xl"
      data-hand-over={complete ? "complete" : "open"}
    >
      <h3 className={`text-2xl font-bold ${complete ? "text-accent" : ""}`}>
        {complete ? RUN.allDone : RUN.stillOpen}
      </h3>
      <ul className="flex flex-col gap-2">
        {cuts.map(({ cut, made, of, why }) => (
          <li key={cut.line.id} data-made={made}>
            <strong>
              {made} of {of}:
            </strong>{" "}
            {facts(cut.request, system)}
            {why && (
              <span className="block text-stop">
                {RUN.stopped} {sentence("notes", why.code, why.values, system, why.text)}
              </span>
            )}
            {cut.why_not === "other_fuel" && (
              <span className="block font-semibold">
                {RUN.plannedFor} {word(String(cut.request.gas?.fuel ?? ""))}
              </span>
            )}
          </li>
        ))}
      </ul>
      {skipped.length > 0 && (
        <>
          <h3 className="text-2xl font-bold">{RUN.leftOut}</h3>
          <ul className="flex flex-col gap-1">
            {skipped.map(({ step, reason }) => (
              <li key={step.key}>
                {step.text} <strong>{reason}.</strong>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
