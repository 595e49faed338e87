/** Edge: touch what you see, and get the likely causes with odds, the check and the remedy. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Eye, EyeOff } from "lucide-react";
import { useState } from "react";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { EdgeZones } from "@/draw/edge-zones";
import { SCREEN, word } from "@/text";
import { Button } from "@/ui/button";
import { Choice as Picker } from "@/ui/choice";
import { useKept } from "@/ui/kept";
import { Mark } from "@/ui/mark";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { Empty, Failed, Loading } from "@/ui/states";
import { print, type System } from "@/units";
import { Grade } from "./Grade";

type Answers = { present: string[]; absent: string[]; burn_id?: string | null };
type Finding = Schemas["FindingWire"];

const NOTHING: Answers = { present: [], absent: [] };
/** Causes shown at once; the rest is hardly likely. */
const SHOWN = 5;

const NO_BURN = "none";

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

/** The answers with one more: an answer given again is taken back. */
function answered(now: Answers, code: string, seen: boolean): Answers {
  const [list, other] = seen ? (["present", "absent"] as const) : (["absent", "present"] as const);
  const had = now[list].includes(code);
  const without = now[list].filter((each) => each !== code);
  return {
    ...now,
    [list]: had ? without : [...without, code],
    [other]: now[other].filter((each) => each !== code),
  };
}

function Choice({
  finding,
  answers,
  onAnswer,
}: {
  finding: Finding;
  answers: Answers;
  onAnswer: (code: string, seen: boolean) => void;
}) {
  const seen = answers.present.includes(finding.code);
  const not = answers.absent.includes(finding.code);
  return (
    <li className="flex gap-1" data-finding={finding.code}>
      <button
        type="button"
        aria-pressed={seen}
        onClick={() => onAnswer(finding.code, true)}
        className="flex min-h-11 flex-1 items-center gap-2 rounded-md border border-line bg-sheet px-3 py-1.5 text-left text-sm hover:border-accent aria-pressed:border-2 aria-pressed:border-accent aria-pressed:bg-accent-soft"
      >
        {finding.dangerous && <Mark level="stop" />}
        {finding.text}
      </button>
      <button
        type="button"
        aria-pressed={not}
        aria-label={`Looked, not so: ${finding.text}`}
        onClick={() => onAnswer(finding.code, false)}
        className="grid w-11 place-items-center rounded-md border border-line bg-sheet text-ink-2 hover:border-accent aria-pressed:border-2 aria-pressed:border-ink aria-pressed:text-ink"
      >
        <EyeOff size={16} aria-hidden="true" />
      </button>
    </li>
  );
}

function Cause({
  cause,
  words,
  open,
  onOpen,
}: {
  cause: Schemas["SuspectWire"];
  words: (code: string) => string;
  open: boolean;
  onOpen: () => void;
}) {
  const percent = Math.round(cause.probability * 100);
  return (
    <li className="border-b border-line last:border-b-0" data-cause={cause.code}>
      <button
        type="button"
        aria-expanded={open}
        onClick={onOpen}
        className="flex w-full flex-col gap-1 px-3 py-2 text-left hover:bg-accent-soft"
      >
        <span className="flex items-baseline justify-between gap-3">
          <strong className="text-base first-letter:uppercase">{cause.text}</strong>
          <span className="text-lg font-semibold">{percent < 1 ? "<1" : percent} %</span>
        </span>
        <span className="block h-1.5 bg-sunk" aria-hidden="true">
          <span className="block h-1.5 bg-accent" style={{ width: `${percent}%` }} />
        </span>
        {cause.remedy && (
          <span className="text-sm">
            <span className="text-ink-2">Remedy: </span>
            {cause.remedy}
          </span>
        )}
      </button>
      {open && (
        <dl className="grid gap-x-3 gap-y-1 px-3 pb-3 text-sm sm:grid-cols-[88px_1fr]">
          {cause.check && (
            <>
              <dt className="text-ink-2">Make sure</dt>
              <dd>{cause.check}</dd>
            </>
          )}
          {cause.speaks_for.length > 0 && (
            <>
              <dt className="text-ink-2">Speaks for it</dt>
              <dd>{cause.speaks_for.map(words).join("; ")}</dd>
            </>
          )}
          {cause.speaks_against.length > 0 && (
            <>
              <dt className="text-ink-2">Against it</dt>
              <dd>{cause.speaks_against.map(words).join("; ")}</dd>
            </>
          )}
          {cause.records.map((record) => (
            <div key={record.code} className="contents">
              <dt className="text-ink-2">
                {record.speaks_for ? "On record" : "On record, against"}
              </dt>
              <dd>{record.text}</dd>
            </div>
          ))}
        </dl>
      )}
    </li>
  );
}

export function EdgePage() {
  const [answers, setAnswers] = useKept<Answers>("galvanon.edge.answers", NOTHING);
  const [zone, setZone] = useState<string | null>(null);
  const [opened, setOpened] = useState<string | null>(null);
  const findings = useQuery({
    queryKey: ["edge-findings"],
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/edge/findings")),
  });
  const burns = useQuery({
    queryKey: keys.burns,
    queryFn: () => data(api.GET("/api/v1/burns")),
  });
  const { system } = usePreferences();
  const some = answers.present.length + answers.absent.length > 0 || answers.burn_id != null;
  const diagnosis = useQuery({
    queryKey: keys.diagnosis(answers),
    enabled: some,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => data(api.POST("/api/v1/edge/diagnoses", { body: answers })),
  });
  if (findings.isPending) return <Loading what="Laying out what can be seen" />;
  if (findings.error)
    return <Failed error={findings.error} onRetry={() => void findings.refetch()} />;
  const all = findings.data.findings;
  const words = (code: string) => all.find((each) => each.code === code)?.text ?? code;
  const answer = (code: string, seen: boolean) => setAnswers(answered(answers, code, seen));
  const seen = Object.fromEntries(
    Object.entries(Object.groupBy(all, (each) => each.place)).map(([place, list]) => [
      place,
      (list ?? []).filter((each) => answers.present.includes(each.code)).length,
    ]),
  );
  const found = some ? diagnosis.data : undefined;
  const next = found?.next_check;
  const failure = diagnosis.error instanceof ApiFailure ? diagnosis.error : null;
  return (
    <div className="flex flex-col gap-5">
      <header className="flex flex-wrap items-center justify-between gap-2">
        <div>
          <h1 className="text-xl font-semibold">Edge</h1>
          <p className="text-sm text-ink-2">{SCREEN.edgeLead}</p>
        </div>
        {some && <Button onClick={() => setAnswers(NOTHING)}>Start over</Button>}
      </header>
      {found?.dangers.map((danger) => (
        <div
          key={danger.finding}
          role="alert"
          className="rounded-md border-2 border-stop bg-stop-soft p-4 text-lg font-semibold"
          data-danger={danger.finding}
        >
          {danger.text}
        </div>
      ))}
      <div className="grid items-start gap-5 lg:grid-cols-2">
        <div className="flex flex-col gap-3">
          <div className="rounded-md border border-line bg-sheet p-2">
            <EdgeZones chosen={zone} seen={seen} onChoose={setZone} />
          </div>
          {zone === null ? (
            <p className="text-sm text-ink-2">{SCREEN.touchZone}</p>
          ) : (
            <ul className="flex flex-col gap-1.5" aria-label={`Seen at: ${zone}`}>
              {all
                .filter((each) => each.place === zone)
                .map((finding) => (
                  <Choice
                    key={finding.code}
                    finding={finding}
                    answers={answers}
                    onAnswer={answer}
                  />
                ))}
            </ul>
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
          {failure && <Failed error={failure} />}
          {!some && <Empty>{SCREEN.noAnswers}</Empty>}
          {found?.contradictions.map(([one, other]) => (
            <Notice key={`${one} ${other}`} level="caution">
              “{words(one ?? "")}” and “{words(other ?? "")}” hardly go together: look again.
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
                  It is so
                </Button>
                <Button onClick={() => answer(next.finding, false)}>It is not</Button>
              </span>
            </div>
          )}
          {found && (
            <ol
              className="overflow-hidden rounded-md border border-line bg-sheet"
              aria-label="Likely causes"
            >
              {found.causes.slice(0, SHOWN).map((cause, i) => (
                <Cause
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
      <Grade />
    </div>
  );
}
