/** What happened at the torch, in a minute: only that it was burnt is required. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiFailure, api, data, type LineView, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeRack } from "@/api/lists";
import { once } from "@/api/once";
import { refusal, word } from "@/text";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { NoteField } from "@/ui/note-field";
import { usePreferences } from "@/ui/preferences";
import { Sheet } from "@/ui/sheet";
import { Failed } from "@/ui/states";

const OPEN = "not said";
const OUTCOMES = [OPEN, "good", "usable", "poor", "lost"].map((value) => ({
  value,
  text: value === OPEN ? OPEN : word(value),
}));

export function BurnSheet({ view, onClose }: { view: LineView; onClose: () => void }) {
  const { system } = usePreferences();
  const queries = useQueryClient();
  const [outcome, setOutcome] = useState(OPEN);
  const [start, setStart] = useState<number | null>(null);
  const [pace, setPace] = useState<number | null>(null);
  const [oxygen, setOxygen] = useState<number | null>(null);
  const [tip, setTip] = useState(OPEN);
  const [note, setNote] = useState("");
  const rack = useQuery({ queryKey: keys.rack, queryFn: wholeRack });
  const tips = (rack.data?.gear ?? []).filter((each) => each.gear.kind === "tip");
  const save = useMutation({
    mutationFn: () => {
      const body = {
        happened_at: new Date().toISOString(),
        job_line_id: view.line.id,
        plan_id: view.card_id ?? null,
        tip_id: tip === OPEN ? null : tip,
        start_s: start,
        pace_mm_min: pace,
        outcome: outcome === OPEN ? null : outcome,
        readings: oxygen === null ? {} : { oxygen_pressure_kpa: oxygen },
        note,
      } as Schemas["BurnRequest"];
      const { happened_at: _, ...meant } = body;
      return once(["burn", meant], body, (id, body) =>
        data(api.PUT("/api/v1/burns/{id}", { params: { path: { id } }, body })),
      );
    },
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: keys.burns });
      onClose();
    },
  });
  const failure = save.error instanceof ApiFailure ? save.error : null;
  const problem = (path: string) => {
    const found = failure?.fields.find((field) => field.path === path);
    return found === undefined ? undefined : refusal(found, system);
  };
  return (
    <Sheet open onClose={onClose} title="What happened?">
      <div className="flex flex-col gap-4" data-burn="">
        <Choice label="How it came out" value={outcome} options={OUTCOMES} onChange={setOutcome} />
        <div className="grid grid-cols-2 items-start gap-3">
          <MeasureField
            label="Heated for"
            kind="duration"
            value={start}
            error={problem("start_s")}
            onCommit={setStart}
          />
          <MeasureField
            label="Pace"
            kind="speed"
            value={pace}
            error={problem("pace_mm_min")}
            onCommit={setPace}
          />
          <MeasureField
            label="Oxygen stood at"
            kind="pressure"
            value={oxygen}
            error={problem("readings.oxygen_pressure_kpa")}
            onCommit={setOxygen}
          />
          <Choice
            label="Tip in the torch"
            value={tip}
            options={[
              { value: OPEN, text: OPEN },
              ...tips.map((each) => ({ value: each.gear.id, text: each.gear.label })),
            ]}
            onChange={setTip}
          />
        </div>
        <NoteField value={note} onChange={setNote} />
        {failure && failure.fields.length === 0 && <Failed error={failure} />}
        <Button
          look="next"
          className="self-start"
          disabled={save.isPending}
          onClick={() => save.mutate()}
        >
          Note it
        </Button>
      </div>
    </Sheet>
  );
}
