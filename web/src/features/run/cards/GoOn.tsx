/** A cut that went out: was it through, and how it is picked up again. */
import { useState } from "react";
import { RUN } from "@/text/run";
import { told } from "@/text/told";
import { usePreferences } from "@/ui/preferences";
import type { Cut } from "../model";
import { Big } from "../panels/Big";

export function Lost({ cut, onGoOn }: { cut: Cut; onGoOn: () => void }) {
  const { system } = usePreferences();
  const [through, setThrough] = useState<boolean | null>(null);
  // a wash, a groove and heat have no cut to go back into
  if (cut.lost_through.length === 0 && cut.lost_not_through.length === 0)
    return (
      <div className="flex flex-col gap-3" data-recovery="none">
        <p className="text-2xl">{RUN.heatAgain}</p>
        <Big look="next" onClick={onGoOn}>
          {RUN.outOfHere}
        </Big>
      </div>
    );
  if (through === null)
    return (
      <div className="flex flex-col gap-3" data-recovery="asked">
        <p className="text-2xl font-bold">{RUN.through}</p>
        <div className="grid grid-cols-2 gap-3">
          <Big onClick={() => setThrough(true)}>{RUN.yes}</Big>
          <Big onClick={() => setThrough(false)}>{RUN.no}</Big>
        </div>
      </div>
    );
  const steps = through ? cut.lost_through : cut.lost_not_through;
  return (
    <div className="flex flex-col gap-3" data-recovery={through ? "through" : "not_through"}>
      <ol className="flex list-decimal flex-col gap-2 pl-10 text-xl">
        {steps.map((step) => (
          <li key={step.code}>{told("steps", step.code, step.values, system, step.text)}</li>
        ))}
      </ol>
      <Big look="next" onClick={onGoOn}>
        {RUN.outOfHere}
      </Big>
    </div>
  );
}
