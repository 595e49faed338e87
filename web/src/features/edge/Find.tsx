/** From what one sees to the likely causes: a drawing to touch, signs to answer, the next look. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { BookmarkPlus, Eye } from "lucide-react";
import { useState } from "react";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { FuelPicker } from "@/cut/FuelPicker";
import type { FaceFigures } from "@/draw/cut-face";
import { EdgeZones } from "@/draw/edge-zones";
import { SCREEN, word } from "@/text";
import { Button } from "@/ui/button";
import { Choice as Picker } from "@/ui/choice";
import { burning } from "@/ui/gas-badge";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { Empty, Failed } from "@/ui/states";
import { print, type System } from "@/units";
import { KeepSheet } from "./KeepSheet";
import { type Answers, answered, forEdge, NOTHING, type Of, slowOf, slowWord, told } from "./model";
import { Sign } from "./Sign";
import { StopSteps } from "./StopSteps";
import { Suspect } from "./Suspect";

/** Causes shown at once; the rest is hardly likely. */
const SHOWN = 5;

const NO_BURN = "none";
const EVERY_CUT = [
  { value: "not told", text: "not known" },
  { value: "yes", text: "yes, every one" },
  { value: "no", text: "no, this one" },
];

/** A burn as one remembers it: the day, how it came out, the pace, what was said. */
function burnWords(burn: Schemas["BurnView"], system: System): string {
  const day = new Date(burn.happened_at).toLocaleDateString("en", {
    day: "numeric",
    month: "short",
  });
  const pace = burn.pace_mm_min == null ? null : print(burn.pace_mm_min, "speed", system);
  const parts = [day, burn.outcome ? word(burn.outcome) : null, pace, burn.note || null];
  return parts.filter((part) => part !== null).join(" · ");
}

/** Zones whose signs depend on the fuel. */
const BY_FUEL = ["flame", "torch"];

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
  const [zone, setZone] = useState<string | null>(null);
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
  const { system } = usePreferences();
  const some = told(answers);
  const diagnosis = useQuery({
    queryKey: keys.diagnosis(answers),
    enabled: some,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => data(api.POST("/api/v1/edge/diagnoses", { body: answers })),
  });
  const all = findings.findings;
  const words = (code: string) => all.find((each) => each.code === code)?.text ?? code;
  const answer = (code: string, seen: boolean) => setAnswers(answered(answers, code, seen));
  const seen = Object.fromEntries(
    Object.entries(Object.groupBy(all, (each) => each.place)).map(([place, list]) => [
      place,
      (list ?? []).filter((each) => answers.present.includes(each.code)).length,
    ]),
  );
  // the drawing shows what was told: each sign seen changes its own figures
  const shown: FaceFigures = Object.assign(
    { ...findings.right },
    ...all.filter((each) => answers.present.includes(each.code)).map((each) => each.changes),
  );
  const found = some ? diagnosis.data : undefined;
  const next = found?.next_check;
  const failure = diagnosis.error instanceof ApiFailure ? diagnosis.error : null;
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
        <div className="flex flex-col gap-3">
          <div className="rounded-md border border-line bg-sheet p-2">
            <EdgeZones face={shown} chosen={zone} seen={seen} onChoose={setZone} />
          </div>
          {zone === null ? (
            <p className="text-sm text-ink-2">{SCREEN.touchZone}</p>
          ) : (
            <>
              {BY_FUEL.includes(zone) && found?.ask !== "fuel" && (
                <div className="flex flex-col gap-1">
                  <p className="text-sm">Which fuel? What shows depends on it.</p>
                  <FuelPicker
                    value={answers.fuel ?? ""}
                    onChange={(fuel) => setAnswers({ ...answers, fuel })}
                  />
                </div>
              )}
              <ul className="grid gap-1.5 sm:grid-cols-2" aria-label={`Seen at: ${zone}`}>
                {all
                  .filter((each) => each.place === zone)
                  .filter((each) => !(each.alternate_only && answers.fuel === "acetylene"))
                  .map((finding) => (
                    <Sign
                      key={finding.code}
                      finding={finding}
                      right={findings.right}
                      answers={answers}
                      onAnswer={answer}
                    />
                  ))}
              </ul>
            </>
          )}
        </div>
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
              onChange={(id) => setAnswers({ ...answers, burn_id: id === NO_BURN ? null : id })}
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
                onChange={(fuel) => setAnswers({ ...answers, fuel })}
              />
            </div>
          )}
          {found?.causes.slice(0, SHOWN).some((cause) => cause.code === "impure_oxygen") && (
            <Picker
              label="Does every cut run slow with this oxygen?"
              value={slowWord(answers.every_cut_slow)}
              options={EVERY_CUT}
              onChange={(told) => setAnswers({ ...answers, every_cut_slow: slowOf(told) })}
            />
          )}
          {failure && <Failed error={failure} />}
          {!some && <Empty>{SCREEN.noAnswers}</Empty>}
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
                <Button look="next" onClick={() => answer(next.finding, true)}>
                  {SCREEN.seen}
                </Button>
                <Button onClick={() => answer(next.finding, false)}>{SCREEN.notSeen}</Button>
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
      </div>
    </div>
  );
}
