/** The drawing to touch, and the signs of the place that was touched. */
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { FuelPicker } from "@/cut/FuelPicker";
import { EdgeZones } from "@/draw/edge-zones";
import { SCREEN } from "@/text";
import type { Answers } from "../model";
import { Sign } from "../Sign";
import { asksFuel, faceTold, seenIn, signsAt } from "./found";

type Props = {
  findings: Schemas["FindingsReply"];
  answers: Answers;
  onAnswer: (code: string, seen: boolean) => void;
  onFuel: (fuel: string) => void;
  /** The fuel is asked elsewhere on the page. */
  asked: boolean;
};

export function Looked({ findings, answers, onAnswer, onFuel, asked }: Props) {
  const [zone, setZone] = useState<string | null>(null);
  return (
    <div className="flex flex-col gap-3">
      <div className="rounded-md border border-line bg-sheet p-2">
        <EdgeZones
          face={faceTold(findings, answers)}
          chosen={zone}
          seen={seenIn(findings.findings, answers)}
          onChoose={setZone}
        />
      </div>
      {zone === null ? (
        <p className="text-sm text-ink-2">{SCREEN.touchZone}</p>
      ) : (
        <>
          {asksFuel(zone) && !asked && (
            <div className="flex flex-col gap-1">
              <p className="text-sm">Which fuel? What shows depends on it.</p>
              <FuelPicker value={answers.fuel ?? ""} onChange={(fuel) => onFuel(fuel)} />
            </div>
          )}
          <ul className="grid gap-1.5 sm:grid-cols-2" aria-label={`Seen at: ${zone}`}>
            {signsAt(findings.findings, zone, answers.fuel).map((finding) => (
              <Sign
                key={finding.code}
                finding={finding}
                right={findings.right}
                answers={answers}
                onAnswer={onAnswer}
              />
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
