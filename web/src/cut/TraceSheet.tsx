/** How a number came to be: base and source, each factor, the result, and what would move it. */
import type { CutPlan, Schemas } from "@/api/client";
import { INPUTS, QUANTITIES, STANDINGS, sentence } from "@/text";
import { told } from "@/text/told";
import { usePreferences } from "@/ui/preferences";
import { Sheet } from "@/ui/sheet";
import { band, type Kind, print } from "@/units";

/** What is the shop's own is marked apart from what is published and what is judgement. */
const LOOKS: Record<string, string> = {
  published: "border-solid border-accent",
  practice: "border-dashed border-caution",
  ours: "border-dotted border-caution",
  shop: "border-double border-4 border-accent",
  computed: "border-solid border-line",
  given: "border-solid border-line-strong",
};

/** The chain behind a number of a plan. */
export function TraceSheet({
  plan,
  quantity,
  onClose,
}: {
  plan: CutPlan;
  quantity: string | null;
  onClose: () => void;
}) {
  const trace = plan.trace.find((each) => each.quantity === quantity);
  const cue = plan.cues.find((each) => each.quantity === quantity);
  return <Chain trace={trace} cue={cue} onClose={onClose} />;
}

/** The chain behind a number, wherever it stands; closed while there is none. */
export function Chain({
  trace,
  cue,
  onClose,
}: {
  trace: Schemas["TraceWire"] | undefined;
  cue?: Schemas["CueWire"] | undefined;
  onClose: () => void;
}) {
  const { system } = usePreferences();
  const title = QUANTITIES[trace?.quantity ?? ""] ?? "";
  return (
    <Sheet open={trace !== undefined} onClose={onClose} title={`Why this ${title.toLowerCase()}?`}>
      {trace && (
        <div className="flex flex-col gap-4" data-trace={trace.quantity}>
          <ol className="flex flex-col gap-3">
            {trace.steps.map((step, i) => {
              const kind = step.kind as Kind;
              const last = i === trace.steps.length - 1;
              const text =
                step.to == null
                  ? print(step.value, kind, system)
                  : band(step.value, step.to, kind, system);
              return (
                <li
                  // biome-ignore lint/suspicious/noArrayIndexKey: a chain keeps its order, and a sum says one step often
                  key={`${step.code} ${i}`}
                  className={`border-l-3 pl-3 ${LOOKS[step.standing] ?? ""}`}
                  data-step={step.code}
                >
                  <span className="flex items-baseline justify-between gap-3">
                    <span className={last ? "font-semibold" : ""}>
                      {told("trace", step.code, step.values, system, step.what)}
                    </span>
                    <span
                      className={`whitespace-nowrap text-right ${last ? "text-lg font-semibold" : "font-semibold"}`}
                    >
                      {kind === "ratio" && step.code.startsWith("times") ? `× ${text}` : text}
                    </span>
                  </span>
                  <span className="text-xs text-ink-2">
                    {STANDINGS[step.standing] ?? step.standing}
                    {["published"].includes(step.standing) && `: ${step.source}`}
                  </span>
                </li>
              );
            })}
          </ol>
          {cue && (
            <p className="text-sm">
              <span className="text-ink-2">At the torch: </span>
              {sentence("cues", cue.code, {}, system, cue.text)}
            </p>
          )}
          <p className="text-sm">
            <span className="text-ink-2">What would move it: </span>
            {trace.depends_on.map((input) => INPUTS[input] ?? input).join(", ")}.
          </p>
          {!trace.depends_on.includes("fuel") && (
            <p className="text-sm text-ink-2">Another fuel does not move it.</p>
          )}
        </div>
      )}
    </Sheet>
  );
}
