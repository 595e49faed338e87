/** From what one sees to the likely causes: a drawing to touch, signs to answer, the next look. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { BookmarkPlus } from "lucide-react";
import { useState } from "react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { Button } from "@/ui/button";
import { burning } from "@/ui/gas-badge";
import { KeepSheet } from "../KeepSheet";
import { type Answers, answered, NOTHING, type Of, told } from "../model";
import { StopSteps } from "../StopSteps";
import { Causes } from "./Causes";
import { Looked } from "./Looked";

export function Find({
  findings,
  answers,
  onAnswers: setAnswers,
  onKept,
  of,
  onOf,
}: {
  findings: Schemas["FindingsReply"];
  answers: Answers;
  onAnswers: (answers: Answers) => void;
  /** Shows what was kept. */
  onKept: () => void;
  /** The cut of a job it belongs to; null where none was said. */
  of: Of | null;
  onOf: (of: Of | null) => void;
}) {
  const [keeping, setKeeping] = useState(false);
  const some = told(answers);
  const diagnosis = useQuery({
    queryKey: keys.diagnosis(answers),
    enabled: some,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => data(api.POST("/api/v1/edge/diagnoses", { body: answers })),
  });
  const answer = (code: string, seen: boolean) => setAnswers(answered(answers, code, seen));
  const found = some ? diagnosis.data : undefined;
  return (
    <div className="flex flex-col gap-5" style={burning(answers.fuel)}>
      {some && (
        <span className="flex gap-2 self-end">
          <Button onClick={() => setKeeping(true)}>
            <BookmarkPlus size={16} aria-hidden="true" /> Save
          </Button>
          <Button onClick={() => setAnswers({ ...NOTHING, fuel: answers.fuel ?? null })}>
            Start over
          </Button>
        </span>
      )}
      {of !== null && (
        <p className="flex flex-wrap items-center gap-2 text-sm" data-of={of.lineId}>
          Of the cut <strong>{of.cut}</strong>
          {answers.plan_id != null && "(its card weighs in)"}
          <Button
            look="bare"
            onClick={() => {
              onOf(null);
              setAnswers({ ...answers, plan_id: null });
            }}
          >
            Unlink from this cut
          </Button>
        </p>
      )}
      {keeping && (
        <KeepSheet
          answers={answers}
          causes={found?.causes ?? []}
          of={of}
          onClose={() => setKeeping(false)}
          onKept={onKept}
        />
      )}
      {found?.dangers.map((danger) => (
        <StopSteps key={danger.finding} trouble={danger.trouble} />
      ))}
      <div className="grid items-start gap-5 lg:grid-cols-2">
        <Looked
          findings={findings}
          answers={answers}
          onAnswer={answer}
          onFuel={(fuel) => setAnswers({ ...answers, fuel })}
          asked={found?.ask === "fuel"}
        />
        <Causes
          findings={findings.findings}
          answers={answers}
          onAnswers={setAnswers}
          onAnswer={answer}
          found={found}
          error={diagnosis.error}
        />
      </div>
    </div>
  );
}
