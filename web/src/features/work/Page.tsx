/** The other work of the torch: what is to be done, drawn, and the stages it is done in. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { ToggleGroup } from "radix-ui";
import { useRef } from "react";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { Warnings } from "@/cut";
import { AddToJob } from "@/cut/AddToJob";
import { Asked } from "@/cut/work/Asked";
import { AT_FIRST, askedHeat, requestOf, type Said, type WorkKind } from "@/cut/work/kinds";
import { lineOf, workFacts } from "@/cut/work/line";
import { Planned } from "@/cut/work/Planned";
import { HeatColours } from "@/draw/work/heat-colours";
import { refusal, SCREEN, sentence } from "@/text";
import { WORK, WORK_KINDS } from "@/text/work";
import { useKept } from "@/ui/kept";
import { usePreferences } from "@/ui/preferences";
import { May } from "@/ui/session";
import { Failed } from "@/ui/states";
import type { System } from "@/units";
import { figuresOf } from "./figures";

type Plan = Schemas["WorkReply"];

function Kinds({ kind, onKind }: { kind: WorkKind; onKind: (kind: WorkKind) => void }) {
  return (
    <ToggleGroup.Root
      type="single"
      value={kind}
      onValueChange={(next) => next !== "" && onKind(next as WorkKind)}
      aria-label={WORK.kind}
      className="grid grid-cols-2 gap-1 sm:grid-cols-4 lg:grid-cols-8"
    >
      {Object.entries(WORK_KINDS).map(([code, { name, when }]) => (
        <ToggleGroup.Item
          key={code}
          value={code}
          className="flex min-h-12 flex-col justify-center rounded-md border border-line bg-sheet px-2 py-1 text-left hover:bg-sunk data-[state=on]:border-2 data-[state=on]:border-ink"
        >
          <span className="text-sm font-semibold">{name}</span>
          <span className="text-xs text-ink-2">{when}</span>
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

function Figures({ plan, system }: { plan: Plan; system: System }) {
  return (
    <p className="flex flex-wrap gap-x-4 gap-y-1 text-base font-semibold" data-work-figures="">
      {figuresOf(plan, system).map((part) => (
        <span key={part}>{part}</span>
      ))}
    </p>
  );
}

function Shown({ plan, said }: { plan: Plan; said: Said }) {
  const { system } = usePreferences();
  const line = lineOf(said);
  const colour = plan.notes.find(({ code }) => /^work_heat_(glow|film)$/.test(code));
  const looks = colour ? sentence("notes", colour.code, colour.values, system, colour.text) : null;
  return (
    <div className="flex min-w-0 flex-col gap-2" data-verdict={plan.verdict}>
      <Planned work={plan} request={requestOf(said)} stopped={plan.verdict === "stop"}>
        {plan.colours !== undefined && plan.colours.length > 0 && (
          <HeatColours colours={plan.colours} asked={askedHeat(said)} said={looks} />
        )}
        <Figures plan={plan} system={system} />
        <Warnings notes={plan.notes.filter((note) => note.level !== "info")} />
      </Planned>
      <p className="text-xs text-ink-2">
        {WORK.judged} {SCREEN.defer} {SCREEN.manual}
      </p>
      {line?.work && (
        <May right="plan">
          <span className="self-start">
            <AddToJob typed={workFacts(line.work, system).join(", ")} input={line} />
          </span>
        </May>
      )}
    </div>
  );
}

export function WorkPage() {
  const { system } = usePreferences();
  const [said, setSaid] = useKept<Said>("galvanon.work", AT_FIRST);
  const request = requestOf(said);
  const planned = useQuery({
    queryKey: keys.work(request),
    enabled: request !== null,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () =>
      data(
        api.POST("/api/v1/cut-plans/work", {
          body: { work: request ?? { kind: said.kind, gas: { fuel: said.fuel } } },
        }),
      ),
  });
  const failure = planned.error instanceof ApiFailure ? planned.error : null;
  const refused = Object.fromEntries(
    (failure?.fields ?? []).map((field) => [field.path, refusal(field, system)]),
  );
  // after a refusal the last plan of this kind stays, so that the drawing does not vanish under the hand
  const last = useRef<Plan | undefined>(undefined);
  if (planned.data !== undefined) last.current = planned.data;
  const plan = last.current?.kind === said.kind ? last.current : undefined;
  return (
    <div className="flex flex-col gap-3">
      <h1 className="text-xl font-semibold">{WORK.title}</h1>
      <p className="text-sm text-ink-2">{WORK.lead}</p>
      <Kinds kind={said.kind} onKind={(kind) => setSaid({ ...said, kind })} />
      <div className="grid gap-4 lg:grid-cols-[22rem_1fr]">
        <Asked said={said} onSaid={setSaid} refused={refused} />
        {failure !== null && failure.fields.length === 0 && (
          <Failed error={failure} onRetry={() => void planned.refetch()} />
        )}
        {plan && (
          <div data-refused={failure !== null} className="min-w-0">
            <Shown plan={plan} said={said} />
          </div>
        )}
      </div>
    </div>
  );
}
