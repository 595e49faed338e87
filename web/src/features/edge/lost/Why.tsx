/** Why a cut was lost, and what is put right first. */
import type { Schemas } from "@/api/client";
import { Choice as Picker } from "@/ui/choice";
import { usePreferences } from "@/ui/preferences";
import { changeWords } from "../change";
import { UNKNOWN } from "./told";

/** Why it was lost, and what to set otherwise before it is picked up: else it is lost again. */
export function Why({
  recovery,
  because,
  onBecause,
}: {
  recovery: Schemas["RecoveryReply"];
  because: string;
  onBecause: (because: string) => void;
}) {
  const { system } = usePreferences();
  const told = recovery.because;
  return (
    <div
      className="flex flex-col gap-2 rounded-md border-2 border-accent bg-accent-soft p-3"
      data-why-lost
    >
      <Picker
        label="Why was it lost? Put that right first, or it is lost again."
        value={because || UNKNOWN}
        options={[
          { value: UNKNOWN, text: "not known yet" },
          ...recovery.reasons.map((each) => ({ value: each.code, text: each.text })),
        ]}
        onChange={(told) => onBecause(told === UNKNOWN ? "" : told)}
      />
      {told && (
        <p className="text-sm" data-because={told.code}>
          {told.remedy}. {told.change && <strong>{changeWords(told.change, system)}</strong>}
        </p>
      )}
    </div>
  );
}
