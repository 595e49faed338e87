/** What is likely wrong by the answers: what to look at next, the causes with their odds, and what is asked besides. */
import { useQuery } from "@tanstack/react-query";
import { Eye } from "lucide-react";
import { useState } from "react";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { FuelPicker } from "@/cut/FuelPicker";
import { SCREEN } from "@/text";
import { Button } from "@/ui/button";
import { Choice as Picker } from "@/ui/choice";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { Empty, Failed } from "@/ui/states";
import { type Answers, forEdge, slowOf, slowWord, told } from "../model";
import { Suspect } from "../Suspect";
import { burnWords } from "./found";

/** Causes shown at once; the rest is hardly likely. */
const SHOWN = 5;
const NO_BURN = "none";
const EVERY_CUT = [
  { value: "not told", text: "not known" },
  { value: "yes", text: "yes, every one" },
  { value: "no", text: "no, this one" },
];

type Props = {
  findings: Schemas["FindingWire"][];
  answers: Answers;
  onAnswers: (answers: Answers) => void;
  onAnswer: (code: string, seen: boolean) => void;
  found: Schemas["DiagnosisReply"] | undefined;
  error: Error | null;
};

export function Causes({ findings, answers, onAnswers, onAnswer, found, error }: Props) {
  const { system } = usePreferences();
  const [opened, setOpened] = useState<string | null>(null);
  const burns = useQuery({
    queryKey: keys.foundBurns({ for: "edge" }),
    queryFn: async () => {
      const [newest, poor] = await Promise.all([
        data(api.GET("/api/v1/burns", { params: { query: { limit: 20 } } })),
        data(api.GET("/api/v1/burns", { params: { query: { outcome: "poor", limit: 200 } } })),
      ]);
      return { burns: forEdge(newest.burns, poor.burns) };
    },
  });
  const words = (code: string) => findings.find((each) => each.code === code)?.text ?? code;
  const next = found?.next_check;
  const failure = error instanceof ApiFailure ? error : null;
  return (
    <div className="flex flex-col gap-3">
      {(burns.data?.burns.length ?? 0) > 0 && (
        <Picker
          label="The burn it belongs to, if it was noted: its figures weigh in"
          value={answers.burn_id ?? NO_BURN}
          options={[
            { value: NO_BURN, text: "none, or not noted" },
            ...(burns.data?.burns ?? []).map((burn) => ({
              value: burn.id,
              text: burnWords(burn, system),
            })),
          ]}
          onChange={(id) => onAnswers({ ...answers, burn_id: id === NO_BURN ? null : id })}
        />
      )}
      {found?.ask === "fuel" && (
        <div
          className="flex flex-col gap-2 rounded-md border-2 border-accent bg-accent-soft p-3"
          data-ask="fuel"
        >
          <p className="text-sm">{SCREEN.askFuel}</p>
          <FuelPicker
            value={answers.fuel ?? ""}
            onChange={(fuel) => onAnswers({ ...answers, fuel })}
          />
        </div>
      )}
      {found?.causes.slice(0, SHOWN).some((cause) => cause.code === "impure_oxygen") && (
        <Picker
          label="Does every cut run slow with this oxygen?"
          value={slowWord(answers.every_cut_slow)}
          options={EVERY_CUT}
          onChange={(told) => onAnswers({ ...answers, every_cut_slow: slowOf(told) })}
        />
      )}
      {failure && <Failed error={failure} />}
      {!told(answers) && <Empty>{SCREEN.noAnswers}</Empty>}
      {found?.contradictions.map(([one, other]) => (
        <Notice key={`${one} ${other}`} level="caution">
          “{words(one ?? "")}” and “{words(other ?? "")}” hardly go together: look again.
        </Notice>
      ))}
      {found?.not_with_fuel.map((code) => (
        <Notice key={code} level="caution">
          “{words(code)}” does not show with acetylene: look again, or pick another fuel.
        </Notice>
      ))}
      {next && (
        <div
          className="flex flex-col gap-2 rounded-md border-2 border-accent bg-accent-soft p-3"
          data-next={next.finding}
        >
          <p className="flex gap-2 text-sm">
            <Eye size={18} aria-hidden="true" className="shrink-0" />
            <span>{next.why}</span>
          </p>
          <span className="flex gap-2">
            <Button look="next" onClick={() => onAnswer(next.finding, true)}>
              {SCREEN.seen}
            </Button>
            <Button onClick={() => onAnswer(next.finding, false)}>{SCREEN.notSeen}</Button>
          </span>
        </div>
      )}
      {found && (
        <ol
          className="overflow-hidden rounded-md border border-line bg-sheet"
          aria-label="Likely causes"
        >
          {found.causes.slice(0, SHOWN).map((cause, i) => (
            <Suspect
              key={cause.code}
              cause={cause}
              words={words}
              open={opened === cause.code || (opened === null && i === 0)}
              onOpen={() => setOpened(opened === cause.code ? "" : cause.code)}
            />
          ))}
        </ol>
      )}
      {found && (
        <p className="text-xs text-ink-2">
          {SCREEN.oddsAreOurs} {SCREEN.manual}
        </p>
      )}
    </div>
  );
}
