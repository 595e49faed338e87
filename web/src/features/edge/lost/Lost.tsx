/** A cut that went out: four questions, then the restart, drawn, with what it costs to clean up. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { ApiFailure, api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { refusal, SCREEN } from "@/text";
import { Button } from "@/ui/button";
import { useKept } from "@/ui/kept";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { Empty, Failed } from "@/ui/states";
import { CutAsked } from "../CutAsked";
import type { Cut } from "../model";
import { Answer } from "./Answer";
import { Question } from "./Question";
import { askedOf, isReady, OPEN, SCRAP, SLAG, type Told, YES_NO } from "./told";
import { Why } from "./Why";

export function Lost({
  cut,
  onCut,
  onWhy,
}: {
  cut: Cut;
  onCut: (cut: Cut) => void;
  /** Asks why the cut went out. */
  onWhy: () => void;
}) {
  const { system } = usePreferences();
  const [told, setTold] = useKept<Told>("galvanon.edge.lost", OPEN);
  const set = (change: Partial<Told>) => setTold({ ...told, ...change });
  const ready = isReady(told);
  const body = askedOf(told, cut);
  const recovery = useQuery({
    queryKey: keys.recovery(body),
    enabled: ready,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => data(api.POST("/api/v1/edge/recoveries", { body })),
  });
  const failure = recovery.error instanceof ApiFailure ? recovery.error : null;
  const problem = (path: string) => {
    const found = failure?.fields.find((field) => field.path === path);
    return found === undefined ? undefined : refusal(found, system);
  };
  return (
    <div className="grid items-start gap-5 lg:grid-cols-[1fr_1.4fr]" data-lost>
      <div className="flex flex-col gap-4">
        <p className="rounded-md bg-stop-soft px-3 py-2 text-base font-semibold">
          Let go of the lever now. The flame may burn on.
        </p>
        <Question
          label="Was it through, up to where it stopped?"
          value={told.through}
          options={YES_NO}
          onChange={(through) => set({ through })}
        />
        <Question
          label="Which way did the slag go last?"
          value={told.slag}
          options={SLAG}
          onChange={(slag) => set({ slag })}
        />
        <Question
          label="Looking along the cut, which side is scrap?"
          value={told.scrap}
          options={SCRAP}
          onChange={(scrap) => set({ scrap })}
        />
        <Question
          label="Does the edge stay as it is cut?"
          value={told.finished}
          options={YES_NO}
          onChange={(finished) => set({ finished })}
        />
        {told.through === "no" && (
          <MeasureField
            label="Seen from below: how far is it not through?"
            kind="length"
            value={told.bad}
            error={problem("not_through_mm")}
            onCommit={(bad) => set({ bad })}
            onClear={() => set({ bad: null })}
          />
        )}
        <MeasureField
          label="How far had it cut, from its start?"
          kind="length"
          value={told.done ?? null}
          error={problem("done_mm")}
          onCommit={(done) => set({ done })}
          onClear={() => set({ done: null })}
        />
        <MeasureField
          label="How long is the whole cut?"
          kind="length"
          value={told.line ?? null}
          error={problem("cut.cut.length_mm")}
          onCommit={(line) => set({ line })}
          onClear={() => set({ line: null })}
        />
        <CutAsked cut={cut} onChange={onCut} error={problem("cut.steel.thickness_mm")} />
        <span className="flex flex-wrap gap-2">
          <Button onClick={() => setTold(OPEN)}>Start over</Button>
          <Button onClick={onWhy}>Why did it go out?</Button>
        </span>
      </div>
      <div className="flex flex-col gap-3">
        {!ready && <Empty>{SCREEN.lostLead}</Empty>}
        {failure && failure.fields.length === 0 && <Failed error={failure} />}
        {ready && recovery.data && (
          <Why
            recovery={recovery.data}
            because={told.because ?? ""}
            onBecause={(because) => set({ because })}
          />
        )}
        {ready && recovery.data && (
          <Answer recovery={recovery.data} knowsLine={told.line != null} />
        )}
        {ready && recovery.data && <p className="text-xs text-ink-2">{SCREEN.manual}</p>}
      </div>
    </div>
  );
}
