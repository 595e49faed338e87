/** Steel: can plain oxygen cut it, and what must be done first? By grade, by mill sheet, or by tests. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useNavigate, useRouterState } from "@tanstack/react-router";
import { Tabs } from "radix-ui";
import { useEffect, useState } from "react";
import { v7 } from "uuid";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { Chain, useOnBench } from "@/cut";
import { refusal, SCREEN, sentence, word } from "@/text";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { useKept } from "@/ui/kept";
import { type Level, Mark } from "@/ui/mark";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { Failed, Loading } from "@/ui/states";
import { band, print } from "@/units";
import { CompositionRules } from "./Composition";
import { Shapes } from "./Shapes";
import { Unknown } from "./Unknown";
import { LEVELS } from "./verdict";

type Judged = Schemas["CuttabilityReply"];
type Asked = { thickness: number; grade: string | null; parts: Record<string, number> };

const OWN = "own";

function Verdict({ judged }: { judged: Judged }) {
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

function Known() {
  const { system } = usePreferences();
  const navigate = useNavigate();
  const [, setOnBench] = useOnBench();
  const [asked, setAsked] = useKept<Asked>("galvanon.steel.asked", {
    thickness: 19.05,
    grade: "A36",
    parts: {},
  });
  const reference = useQuery({
    queryKey: keys.reference,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/reference")),
  });
  const body = {
    thickness_mm: asked.thickness,
    ...(asked.grade === null ? { composition_percent: asked.parts } : { grade: asked.grade }),
  };
  const judged = useQuery({
    queryKey: keys.cuttability(body),
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => data(api.POST("/api/v1/steel/cuttability", { body })),
  });
  if (reference.isPending) return <Loading what="Opening the grades" />;
  if (reference.error)
    return <Failed error={reference.error} onRetry={() => void reference.refetch()} />;
  const failure = judged.error instanceof ApiFailure ? judged.error : null;
  const parts = asked.grade === null ? asked.parts : (judged.data?.composition_percent ?? {});
  const grades = [
    { value: OWN, text: "by its mill sheet" },
    ...reference.data.grades.map((grade) => ({ value: grade.grade, text: grade.title })),
  ];
  const thickness = failure?.fields.find((field) => field.path === "thickness_mm");
  return (
    <div className="grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_360px]">
      <div className="flex min-w-0 flex-col gap-3">
        <div className="grid gap-3 sm:grid-cols-[1fr_150px_auto] sm:items-end">
          <Choice
            label="Grade"
            value={asked.grade ?? OWN}
            options={grades}
            onChange={(next) =>
              setAsked(next === OWN ? { ...asked, grade: null, parts } : { ...asked, grade: next })
            }
          />
          <MeasureField
            label="Thickness"
            kind="length"
            value={asked.thickness}
            error={thickness === undefined ? undefined : refusal(thickness, system)}
            onCommit={(next) => setAsked({ ...asked, thickness: next })}
          />
          <Button
            onClick={() => {
              const named = asked.grade !== null && /^\d/.test(asked.grade) ? "grade " : "";
              const steel =
                asked.grade === null
                  ? { thickness_mm: asked.thickness, composition_percent: asked.parts }
                  : { thickness_mm: asked.thickness, grade: asked.grade };
              const words = `${print(asked.thickness, "length", system)} plate, 12 in long, guided`;
              setOnBench({
                key: v7(),
                typed: asked.grade === null ? words : `${words}, ${named}${asked.grade}`,
                heading: words,
                input: { steel, cut: { length_mm: 304.8, process: "guided" } },
              });
              void navigate({ to: "/" });
            }}
          >
            Plan a cut of it
          </Button>
        </div>
        {asked.grade !== null && <p className="text-xs text-ink-2">{SCREEN.typical}</p>}
        <CompositionRules
          alloys={reference.data.alloys}
          parts={parts}
          onChange={(element, percent) => {
            const { [element]: _, ...rest } = parts;
            const next = percent === null ? rest : { ...rest, [element]: percent };
            setAsked({ ...asked, grade: null, parts: next });
          }}
        />
        {failure?.fields
          .filter((field) => field.path !== "thickness_mm")
          .map((field) => (
            <p key={field.path} className="text-sm text-stop" data-problem="">
              {field.message}
            </p>
          ))}
        {failure && failure.fields.length === 0 && <Failed error={failure} />}
      </div>
      {judged.data && <Verdict judged={judged.data} />}
    </div>
  );
}

export function SteelPage() {
  const [tab, setTab] = useKept("galvanon.steel.tab", "known");
  // a line of unknown steel leads straight to the tests
  const asked = useRouterState({ select: (state) => state.location.hash });
  useEffect(() => {
    if (asked === "unknown") setTab("unknown");
  }, [asked, setTab]);
  const look =
    "border-b-3 border-transparent px-3 py-1.5 text-sm data-[state=active]:border-accent data-[state=active]:font-semibold";
  return (
    <div className="flex flex-col gap-4">
      <h1 className="text-xl font-semibold">Steel</h1>
      <Tabs.Root value={tab} onValueChange={setTab} className="flex flex-col gap-4">
        <Tabs.List className="flex border-b border-line" aria-label="What is known of it">
          <Tabs.Trigger value="known" className={look}>
            Grade or mill sheet
          </Tabs.Trigger>
          <Tabs.Trigger value="unknown" className={look}>
            Unknown piece
          </Tabs.Trigger>
          <Tabs.Trigger value="shapes" className={look}>
            Shapes
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="known">
          <Known />
        </Tabs.Content>
        <Tabs.Content value="unknown">
          <Unknown />
        </Tabs.Content>
        <Tabs.Content value="shapes">
          <Shapes />
        </Tabs.Content>
      </Tabs.Root>
    </div>
  );
}
