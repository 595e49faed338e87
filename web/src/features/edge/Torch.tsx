/** Trouble at flame and torch: the fuel first, then what one hears or sees, then what to shut or turn. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { FuelPicker } from "@/cut/FuelPicker";
import { CodePicture, hasPicture } from "@/draw/sign";
import { SCREEN } from "@/text";
import { burning } from "@/ui/gas-badge";
import { Mark } from "@/ui/mark";
import { Empty, Failed, Loading } from "@/ui/states";
import { type Answers, NOTHING, type Trouble } from "./model";
import { Steps, StopSteps } from "./StopSteps";
import { Suspect } from "./Suspect";

/** Causes shown of one trouble: the rest is hardly likely. */
const SHOWN = 4;

const LEVELS = { stop: "stop", caution: "caution", right: "ok" } as const;

function Card({
  trouble,
  chosen,
  onChoose,
}: {
  trouble: Trouble;
  chosen: boolean;
  onChoose: () => void;
}) {
  return (
    <li>
      <button
        type="button"
        aria-pressed={chosen}
        onClick={onChoose}
        data-trouble={trouble.code}
        className="flex h-full min-h-16 w-full items-center gap-3 rounded-md border border-line bg-sheet px-3 py-2 text-left text-sm hover:border-accent aria-pressed:border-2 aria-pressed:border-accent aria-pressed:bg-accent-soft"
      >
        <span className="w-16 shrink-0">
          {hasPicture(trouble.code) || trouble.finding == null ? (
            <CodePicture code={trouble.code} />
          ) : (
            <CodePicture code={trouble.finding} />
          )}
        </span>
        <Mark level={LEVELS[trouble.urgency as keyof typeof LEVELS]} size={20} />
        <span>{trouble.text}</span>
      </button>
    </li>
  );
}

/** What it is most likely to be, from the same engine as the edge. */
function Causes({
  answers,
  words,
  onAll,
}: {
  answers: Answers;
  words: (code: string) => string;
  onAll: () => void;
}) {
  const [opened, setOpened] = useState(0);
  const diagnosis = useQuery({
    queryKey: keys.diagnosis(answers),
    retry: false,
    queryFn: () => data(api.POST("/api/v1/edge/diagnoses", { body: answers })),
  });
  if (diagnosis.error) return <Failed error={diagnosis.error} />;
  if (diagnosis.data === undefined) return <Loading what="Weighing the causes" />;
  return (
    <div className="flex flex-col gap-2">
      <h3 className="text-base font-semibold">Most likely</h3>
      <ol className="overflow-hidden rounded-md border border-line bg-sheet">
        {diagnosis.data.causes.slice(0, SHOWN).map((cause, i) => (
          <Suspect
            key={cause.code}
            cause={cause}
            words={words}
            open={i === opened}
            onOpen={() => setOpened(i === opened ? -1 : i)}
          />
        ))}
      </ol>
      <button type="button" className="self-start text-sm text-accent underline" onClick={onAll}>
        Say more of what you see, and narrow it down
      </button>
    </div>
  );
}

const ALL: readonly string[] = ["flame", "gas", "cut"];
const GROUPS = [
  { urgency: "stop", about: ALL, title: "This can hurt: shut it first" },
  {
    urgency: "caution",
    about: ["flame"] as readonly string[],
    title: "Flame and tip: trim it, or look at the tip",
  },
  { urgency: "caution", about: ["gas"] as readonly string[], title: "Gauges, hoses, cylinders" },
  { urgency: "caution", about: ["cut"] as readonly string[], title: "The cut and the piece" },
  { urgency: "right", about: ALL, title: "Sounds and looks that are right with this fuel" },
] as const;

export function Torch({
  fuel,
  onFuel,
  code,
  onCode,
  words,
  onTell,
}: {
  fuel: string | null;
  onFuel: (fuel: string) => void;
  code: string | null;
  onCode: (code: string | null) => void;
  words: (code: string) => string;
  onTell: (answers: Answers) => void;
}) {
  const troubles = useQuery({
    queryKey: keys.troubles(fuel),
    enabled: fuel !== null,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () =>
      data(api.GET("/api/v1/edge/troubles", { params: { query: { fuel: fuel ?? "" } } })),
  });
  const all: readonly Schemas["TroubleWire"][] = troubles.data?.troubles ?? [];
  const chosen = all.find((each) => each.code === code);
  const answers: Answers | null =
    chosen?.finding == null ? null : { ...NOTHING, present: [chosen.finding], fuel };
  return (
    <div className="flex flex-col gap-4" style={burning(fuel)} data-torch>
      <div className="flex flex-col gap-1">
        <p className="text-base font-semibold">Which fuel burns?</p>
        <FuelPicker value={fuel ?? ""} onChange={onFuel} />
        <p className="text-sm text-ink-2">{SCREEN.fuelFirst}</p>
      </div>
      {fuel === null && <Empty>{SCREEN.noFuelYet}</Empty>}
      {troubles.error && <Failed error={troubles.error} onRetry={() => void troubles.refetch()} />}
      {chosen?.urgency === "stop" && <StopSteps trouble={chosen} />}
      {chosen !== undefined && chosen.urgency !== "stop" && (
        <section
          aria-label={chosen.text}
          className="flex flex-col gap-2 rounded-md border-2 border-accent bg-accent-soft p-4"
          data-mend={chosen.code}
        >
          <h2 className="text-lg font-semibold">{chosen.text}</h2>
          <Steps trouble={chosen} />
        </section>
      )}
      {answers !== null && <Causes answers={answers} words={words} onAll={() => onTell(answers)} />}
      {GROUPS.map(({ urgency, about, title }) => {
        const group = all.filter((each) => each.urgency === urgency && about.includes(each.about));
        return group.length === 0 ? null : (
          <section key={title} aria-label={title} className="flex flex-col gap-2">
            <h2 className="text-base font-semibold">{title}</h2>
            <ul className="grid gap-2 sm:grid-cols-2 lg:grid-cols-3">
              {group.map((trouble) => (
                <Card
                  key={trouble.code}
                  trouble={trouble}
                  chosen={trouble.code === code}
                  onChoose={() => {
                    onCode(trouble.code === code ? null : trouble.code);
                    window.scrollTo({ top: 0 });
                  }}
                />
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}
