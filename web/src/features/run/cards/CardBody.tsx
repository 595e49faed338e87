/** The card at hand: a cut, a stage, a step, a leak, or why a step is left out. */
import { REASONS, RUN } from "@/text/run";
import { clockOf, cutAhead, type Doc } from "../model";
import { Leaking } from "../panels/Leaking";
import type { Flow } from "../useFlow";
import type { Run } from "../useRun";
import { CutCard } from "./CutCard";
import { PhaseCard } from "./PhaseCard";
import { Reasons } from "./Reasons";
import { StepCard } from "./StepCard";

export function CardBody({ flow, doc, run }: { flow: Flow; doc: Doc; run: Run }) {
  const { card, state, leak } = flow;
  const tools = { doc, cut: cutAhead(doc, state), onReading: flow.reading };
  if (card === undefined) return null;
  if (leak) return <Leaking step={leak} />;
  if (card.cut)
    return (
      <CutCard
        key={card.key}
        doc={doc}
        events={run.events}
        run={run.run?.id ?? null}
        cut={card.cut}
        made={state.cuts.get(card.cut.line.id) ?? []}
        going={flow.going}
        marks={flow.marks}
        onOutcome={(code, findings, spared) => void flow.outcome(code, findings, spared)}
        onStroke={flow.stroke}
        onGoOn={flow.goOn}
        onCleaned={flow.cleaned}
      />
    );
  if (card.steps) {
    const out = card.steps.filter((step) => state.steps.get(step.key) === "skipped");
    const reasons = new Map(out.map((step) => [step.key, state.reasons.get(step.key) ?? ""]));
    return (
      <PhaseCard
        key={card.key}
        steps={card.steps}
        out={reasons}
        onOut={flow.toggle}
        onLeak={flow.leakFound}
        timers={state.timers}
        onTimer={(key) => flow.timer(key, true)}
        {...tools}
      />
    );
  }
  if (flow.leaving)
    return (
      <Reasons
        question={RUN.whyOut}
        reasons={REASONS}
        onClose={flow.stay}
        onPick={flow.leftBecause}
      />
    );
  return (
    <StepCard
      key={card.key}
      step={card.step}
      started={clockOf(doc, card.step, state)}
      onLeak={() => flow.leakFound(card.step)}
      onTimer={(running) => flow.timer(card.key, running)}
      {...tools}
    />
  );
}
