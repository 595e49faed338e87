/** Whether plain oxygen cuts a steel, and what must be done first. */
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { Chain } from "@/cut/TraceSheet";
import { SCREEN, sentence, word } from "@/text";
import { type Level, Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { band } from "@/units";
import { LEVELS } from "./verdict";

type Judged = Schemas["CuttabilityReply"];

export function Verdict({ judged }: { judged: Judged }) {
  const { system } = usePreferences();
  const [why, setWhy] = useState(false);
  const preheat = judged.preheat_c;
  const worst = judged.worst_case;
  return (
    <aside
      className="flex flex-col gap-3 rounded-md border border-line bg-sheet p-4"
      data-cuttability={judged.verdict}
    >
      <p className="flex items-center gap-2 text-xl font-semibold leading-tight">
        <Mark level={LEVELS[judged.verdict] ?? "info"} size={28} /> {word(judged.verdict)}
      </p>
      <dl className="grid grid-cols-2 gap-3 text-sm">
        <div>
          <dt className="text-xs text-ink-2">Carbon equivalent (IIW)</dt>
          <dd className="text-lg font-semibold" data-equivalent="">
            {judged.carbon_equivalent == null ? (
              "not known"
            ) : (
              <button
                type="button"
                className="underline decoration-dotted underline-offset-4"
                onClick={() => setWhy(true)}
              >
                {judged.carbon_equivalent.toFixed(2)}
              </button>
            )}
          </dd>
        </div>
        <div>
          <dt className="text-xs text-ink-2">Preheat of the steel</dt>
          <dd className="text-lg font-semibold" data-preheat="">
            {preheat === null || preheat === undefined
              ? judged.verdict === "cuts"
                ? "none"
                : "–"
              : band(preheat.low, preheat.high, "temperature", system)}
          </dd>
        </div>
      </dl>
      <ul className="flex flex-col gap-2">
        {judged.reasons.map((reason) => (
          <li
            key={`${reason.code} ${reason.values.element?.word ?? ""}`}
            className="flex gap-2 text-sm"
            data-reason={reason.code}
          >
            <Mark level={reason.level as Level} />
            <span>{sentence("notes", reason.code, reason.values, system, reason.text)}</span>
          </li>
        ))}
        {judged.reasons.length === 0 && (
          <li className="text-sm text-ink-2">No element stands above what cuts as mild steel.</li>
        )}
      </ul>
      {worst && (
        <div className="border-t border-line pt-3 text-sm" data-worst={worst.verdict}>
          <p className="text-xs text-ink-2">At the limits of its specification: {worst.source}</p>
          <p>
            <strong>{word(worst.verdict)}</strong>, carbon equivalent{" "}
            {worst.carbon_equivalent?.toFixed(2) ?? "not known"}
            {worst.preheat_c
              ? `, preheat ${band(worst.preheat_c.low, worst.preheat_c.high, "temperature", system)}`
              : ""}
            .
          </p>
        </div>
      )}
      <p className="text-xs text-ink-2">
        {SCREEN.defer} {SCREEN.manual}
      </p>
      <Chain trace={why ? (judged.trace ?? undefined) : undefined} onClose={() => setWhy(false)} />
    </aside>
  );
}
