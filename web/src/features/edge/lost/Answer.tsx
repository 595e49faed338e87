/** A lost cut picked up again: drawn, step by step, with other ways and what is left to grind. */
import type { Schemas } from "@/api/client";
import { RecoveryDrawing } from "@/draw/recovery";
import { SCREEN, sentence } from "@/text";
import { told } from "@/text/told";
import { useCurrency } from "@/ui/currency";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { clock, print } from "@/units";

/** What can only be said of a line whose length is known. */
const OF_THE_LINE = ["grinds_longer_than_a_new_cut"];

export function Answer({
  recovery,
  knowsLine,
}: {
  recovery: Schemas["RecoveryReply"];
  /** Whether the length of the whole cut was told: without it no time of another way is. */
  knowsLine: boolean;
}) {
  const { system } = usePreferences();
  const money = useCurrency();
  const { clean_up } = recovery;
  return (
    <div className="flex flex-col gap-3" data-recovery={recovery.way}>
      <div className="rounded-md border border-line bg-sheet p-2">
        <RecoveryDrawing recovery={recovery} system={system} />
      </div>
      {recovery.cautions
        .filter((caution) => knowsLine || !OF_THE_LINE.includes(caution.code))
        .map((caution) => (
          <Notice key={caution.code} level="caution">
            {sentence("notes", caution.code, caution.values, system, caution.text)}
          </Notice>
        ))}
      <ol className="flex flex-col gap-2 text-base">
        {recovery.steps.map((step, i) => (
          <li key={step.code} className="flex gap-3">
            <span className="grid size-7 shrink-0 place-items-center rounded-full bg-accent text-sm font-semibold text-accent-ink">
              {i + 1}
            </span>
            <span>{told("steps", step.code, step.values, system, step.text)}</span>
          </li>
        ))}
      </ol>
      {recovery.offers.length > 0 && (
        <ul className="flex flex-col gap-1 text-sm" aria-label="Or">
          {recovery.offers.map((offer) => (
            <li key={offer.say.code}>
              Or: {told("steps", offer.say.code, offer.say.values, system, offer.say.text)}{" "}
              {knowsLine && `About ${clock(offer.time_s)} at the torch.`}
            </li>
          ))}
        </ul>
      )}
      <p className="text-sm" data-clean-up>
        {clean_up.time_s < 1 ? (
          "Nothing to grind on the part."
        ) : (
          <>
            <strong>About {clock(clean_up.time_s)} at the grinder</strong>, {money}
            {clean_up.cost.toFixed(2)}
            {clean_up.cost_estimated ? " at an estimated wage" : ""}: up to{" "}
            {print(clean_up.width_mm, "bore", system)} over{" "}
            {print(clean_up.length_mm, "length", system)}. {SCREEN.grindEstimate}
          </>
        )}
      </p>
    </div>
  );
}
