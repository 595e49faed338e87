/** The shop's log: its cuts one by one, or its runs at the torch. */
import { ToggleGroup } from "radix-ui";
import { useState } from "react";
import { STORES } from "@/text/record/stores";
import { Log } from "./Log";
import { Runs } from "./Runs";

const LOOK =
  "min-h-9 px-3 text-sm hover:bg-sunk data-[state=on]:bg-accent-soft data-[state=on]:font-semibold";

export function CutsOrRuns() {
  const [shown, setShown] = useState("cuts");
  return (
    <div className="flex flex-col gap-3">
      <ToggleGroup.Root
        type="single"
        value={shown}
        onValueChange={(next) => next !== "" && setShown(next)}
        aria-label={STORES.show}
        className="flex self-start overflow-hidden rounded-md border border-line-strong bg-sheet"
      >
        <ToggleGroup.Item value="cuts" className={LOOK}>
          {STORES.cuts}
        </ToggleGroup.Item>
        <ToggleGroup.Item value="runs" className={`border-l border-line-strong ${LOOK}`}>
          {STORES.runs}
        </ToggleGroup.Item>
      </ToggleGroup.Root>
      {shown === "cuts" ? <Log /> : <Runs />}
    </div>
  );
}
