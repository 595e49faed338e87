/** What is told to whoever comes next: pieces made and open, what is stopped and why, what was left out and why. */
import { nameOf } from "@/cut";
import { sentence, word } from "@/text";
import { RUN } from "@/text/run";
import { usePreferences } from "@/ui/preferences";
import type { HandOver as Over } from "../model";

/** `why` is what was told when the run was ended with something open. */
export function HandOver({ over, why }: { over: Over; why?: string | null }) {
  const { system } = usePreferences();
  const { cuts, skipped, open, complete } = over;
  return (
    <section
      className="flex flex-col gap-3 text-xl"
      data-hand-over={complete ? "complete" : "open"}
    >
      <h2 className={`text-2xl font-bold ${complete ? "text-accent" : ""}`}>
        {complete ? RUN.allDone : RUN.stillOpen}
        {why && `: ${why}`}
      </h2>
      <ul className="flex flex-col gap-2">
        {cuts.map(({ cut, made, of, why }) => (
          <li key={cut.line.id} data-made={made}>
            <strong>
              {made} of {of}:
            </strong>{" "}
            {nameOf(cut, system)}
            {why && (
              <span className="block text-stop">
                {RUN.stopped} {sentence("notes", why.code, why.values, system, why.text)}
              </span>
            )}
            {cut.why_not === "other_fuel" && (
              <span className="block font-semibold">
                {RUN.plannedFor} {word(String(cut.request?.gas.fuel ?? ""))}
              </span>
            )}
          </li>
        ))}
      </ul>
      {open.length > 0 && (
        <p className="font-semibold text-caution" data-open-steps={open.length}>
          {open.length === 1 ? RUN.stepOpen : `${open.length} ${RUN.stepsOpen}`} {open[0]?.text}
        </p>
      )}
      {skipped.length > 0 && (
        <>
          <h2 className="text-2xl font-bold">{RUN.leftOut}</h2>
          <ul className="flex flex-col gap-1">
            {skipped.map(({ step, reason }) => (
              <li key={step.key}>
                {step.text}{" "}
                <strong className="inline-block first-letter:uppercase">{reason}.</strong>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
