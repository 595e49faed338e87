/** What is to be done with an edge, and what structural codes ask of one. */
import type { Schemas } from "@/api/client";
import { SCREEN, sentence, word } from "@/text";
import { Mark } from "@/ui/mark";
import { GROUNDS } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { judgedAt, level, ruleWords } from "./grade";

export function Verdict({ grade }: { grade: Schemas["GradeReply"] }) {
  const { system } = usePreferences();
  if (grade.action == null) {
    return <p className="text-sm text-ink-2">{SCREEN.nothingMeasured}</p>;
  }
  return (
    <div
      className={`flex flex-col gap-2 rounded-md p-4 ${GROUNDS[level(grade.action)]}`}
      data-action={grade.action}
    >
      <p className="flex items-center gap-2 text-xl font-semibold">
        <Mark level={level(grade.action)} size={24} />
        <span className="first-letter:uppercase">{word(grade.action)}</span>
      </p>
      <ul className="flex flex-col gap-1.5 text-sm">
        {grade.judgements.map((each) => (
          <li key={each.rule} className="flex gap-2" data-rule={each.rule}>
            <span className="pt-0.5">
              <Mark level={level(each.action)} />
            </span>
            <span>
              <strong className="inline-block first-letter:uppercase">
                {ruleWords(each.rule)}.
              </strong>{" "}
              {sentence("notes", each.why.code, each.why.values, system, each.why.text)}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}

export function Rules({ grade }: { grade: Schemas["GradeReply"] }) {
  return (
    <section aria-labelledby="rules" className="flex flex-col gap-2">
      <h2 id="rules" className="text-lg font-semibold">
        What structural codes ask
      </h2>
      <p className="text-sm text-ink-2">{SCREEN.checkEdition}</p>
      <ul className="flex flex-col gap-2 text-sm">
        {grade.rules.map((rule, at) => {
          const found = judgedAt(grade, at);
          return (
            <li
              key={`${rule.rule} ${rule.applies_to}`}
              className="flex gap-2 rounded-md border border-line bg-sheet px-3 py-2"
            >
              <span className="w-4 shrink-0 pt-0.5">
                {found ? <Mark level={level(found.action)} /> : <span aria-hidden="true">○</span>}
              </span>
              <span>
                <strong className="inline-block first-letter:uppercase">
                  {ruleWords(rule.rule)}
                </strong>
                , {rule.applies_to}: {rule.limit}. Beyond: {rule.repair}.{" "}
                <span className="text-ink-2">{rule.clause} (from memory)</span>
              </span>
            </li>
          );
        })}
      </ul>
      <p className="text-xs text-ink-2">{grade.source}</p>
    </section>
  );
}
