/** Two ways held against each other: tried on strips, by burns that are there, by numbers typed in. */
import { TRIAL } from "@/text/record/trial";
import { OfBurns } from "./OfBurns";
import { Trials } from "./Trials";
import { TwoWays } from "./TwoWays";

export function Ways() {
  return (
    <div className="flex flex-col gap-6">
      <Trials />
      <OfBurns />
      <section className="flex flex-col gap-2 print:hidden">
        <h2 className="text-lg font-semibold">{TRIAL.typed}</h2>
        <TwoWays />
      </section>
    </div>
  );
}
