/** What to shut, in which order, when something is wrong: one touch away, without a network. */
import { Dialog } from "radix-ui";
import { useState } from "react";
import { RUN } from "@/text/run";
import type { Doc } from "../model";
import { Big } from "./Big";

type Props = { doc: Doc; onClose: () => void };

export function Emergency({ doc, onClose }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const cases = [
    ...doc.troubles
      .filter((trouble) => trouble.urgency === "stop" || trouble.code === "flame_pops")
      .map(({ code, text, steps }) => ({ code, text, steps })),
    { code: "skin_burn", text: RUN.skinBurn, steps: doc.first_aid },
  ];
  const chosen = cases.find((each) => each.code === open);
  return (
    <Dialog.Root open onOpenChange={(stays) => !stays && onClose()}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="bench fixed inset-0 z-50 flex flex-col gap-3 overflow-auto bg-ground p-4 font-bench text-ink"
          data-emergency={open ?? ""}
        >
          <div className="flex items-center justify-between gap-3">
            <Dialog.Title className="text-2xl leading-tight font-bold">
              {chosen?.text ?? RUN.emergency}
            </Dialog.Title>
            <Big onClick={() => (chosen ? setOpen(null) : onClose())} autoFocus>
              {chosen ? RUN.back : RUN.close}
            </Big>
          </div>
          {chosen ? (
            <ol className="flex list-decimal flex-col gap-3 pl-14 text-2xl leading-tight font-semibold">
              {chosen.steps.map((step) => (
                <li key={step.code}>{step.text}</li>
              ))}
            </ol>
          ) : (
            <div className="grid gap-3 md:grid-cols-2">
              {cases.map((each) => (
                <Big
                  key={each.code}
                  onClick={() => setOpen(each.code)}
                  className="min-h-20 justify-start text-left"
                  data-case={each.code}
                >
                  {each.text}
                </Big>
              ))}
            </div>
          )}
          <p className="mt-auto text-xl font-bold" data-numbers="">
            {RUN.call}: {doc.emergency_numbers || RUN.noNumbers}
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
