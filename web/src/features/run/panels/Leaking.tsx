/** A leak that was found: what is done about it, in order, before the test is made again. */
import type { Step } from "../model";

export function Leaking({ step }: { step: Step }) {
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-5" data-step={step.code}>
      <p className="text-[clamp(28px,5vw,40px)] leading-snug font-semibold">{step.text}</p>
      <ol
        className="flex list-decimal flex-col gap-3 pl-8 text-[28px] leading-snug"
        data-leaking=""
      >
        {step.then?.map((each) => (
          <li key={each.key}>{each.text}</li>
        ))}
      </ol>
    </div>
  );
}
