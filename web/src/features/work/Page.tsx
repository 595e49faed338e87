/** The other work of the torch: what is to be done, drawn, and the stages it is done in. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { ToggleGroup } from "radix-ui";
import { useRef, useState } from "react";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { Warnings } from "@/cut";
import { WorkDrawing } from "@/draw/work";
import { refusal, SCREEN } from "@/text";
import { tipName } from "@/text/tip";
import { WORK, WORK_KINDS } from "@/text/work";
import { useKept } from "@/ui/kept";
import { usePreferences } from "@/ui/preferences";
import { Failed } from "@/ui/states";
import { clock, print, type System } from "@/units";
import { Asked } from "./Asked";
import { AT_FIRST, requestOf, type Said, type WorkKind } from "./kinds";
import { Stages } from "./Stages";

type Plan = Schemas["WorkReply"];

function Kinds({ kind, onKind }: { kind: WorkKind; onKind: (kind: WorkKind) => void }) {
  return (
    <ToggleGroup.Root
      type="single"
      value={kind}
      onValueChange={(next) => next !== "" && onKind(next as WorkKind)}
      aria-label={WORK.kind}
      className="grid grid-cols-2 gap-1 sm:grid-cols-4 lg:grid-cols-7"
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

/** The measures of the drawing: what was asked, and what the stages set. */
function measuresOf(request: object | null, plan: Plan): Record<string, number | undefined> {
  const set = plan.stages.flatMap((stage) => Object.entries(stage.settings));
  const numbers = set.map(([name, value]) => [name, value.numbers[0]] as const);
  return { ...(request as Record<string, number | undefined>), ...Object.fromEntries(numbers) };
}

function Figures({ plan, system }: { plan: Plan; system: System }) {
  const dial = plan.dial_for_pace;
  const set = plan.stages.find((stage) => stage.settings.oxygen_pressure)?.settings;
  const pressure = (name: string) => {
    const found = set?.[name]?.numbers[0];
    return found === undefined ? null : print(found, "pressure", system);
  };
  const parts = [
    plan.tip ? tipName(plan.tip, system) : WORK.noTip,
    pressure("oxygen_pressure") && `oxygen ${pressure("oxygen_pressure")}`,
    pressure("fuel_pressure") && `fuel ${pressure("fuel_pressure")}`,
    dial != null && `${WORK.dialSays} ${dial.toFixed(1)}`,
    `${WORK.whole} ${clock(plan.time_s)}`,
    `${print(plan.oxygen_l, "gas_volume", system)} oxygen`,
    `${print(plan.fuel_l, "gas_volume", system)} fuel`,
  ];
  return (
    <p className="flex flex-wrap gap-x-4 gap-y-1 text-base font-semibold" data-work-figures="">
      {parts.filter(Boolean).map((part) => (
        <span key={String(part)}>{part}</span>
      ))}
    </p>
  );
}

function Planned({ plan, measures }: { plan: Plan; measures: Record<string, number | undefined> }) {
  const { system } = usePreferences();
  const [at, setAt] = useState(0);
  // a plan with fewer stages keeps the last one open
  const open = Math.min(at, plan.stages.length - 1);
  const cut = plan.stages.find((stage) => /slices|stud$|nut_/.test(stage.code))?.code ?? "";
  return (
    <div className="flex min-w-0 flex-col gap-2" data-verdict={plan.verdict}>
      <WorkDrawing
        kind={plan.kind}
        measures={measures}
        cutStage={cut}
        stage={plan.stages[open]?.code ?? ""}
      />
      <Figures plan={plan} system={system} />
      <Warnings notes={plan.notes.filter((note) => note.level !== "info")} />
      <Stages stages={plan.stages} at={open} onAt={setAt} />
      <p className="text-xs text-ink-2">
        {WORK.judged} {WORK.notKept} {SCREEN.defer} {SCREEN.manual}
      </p>
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
            <Planned plan={plan} measures={measuresOf(request, plan)} />
          </div>
        )}
      </div>
    </div>
  );
}
