/** A burn put right: what it said before is kept. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { options, refusal } from "@/text";
import { RECORD } from "@/text/record";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { TextField } from "@/ui/text-field";

type Props = { burn: Schemas["BurnView"]; onDone: () => void };

const OUTCOMES = ["good", "usable", "poor", "lost"];

export function Correct({ burn, onDone }: Props) {
  const { system } = usePreferences();
  const queries = useQueryClient();
  const [change, setChange] = useState({
    pace_mm_min: burn.pace_mm_min ?? null,
    start_s: burn.start_s ?? null,
    outcome: burn.outcome ?? "good",
    note: burn.note,
  });
  const save = useMutation({
    mutationFn: () =>
      data(
        api.PATCH("/api/v1/burns/{id}", {
          params: { path: { id: burn.id } },
          body: { version: burn.version, change },
        }),
      ),
    onSuccess: () => {
      void queries.invalidateQueries();
      onDone();
    },
  });
  const field = save.error instanceof ApiFailure ? save.error.fields[0] : undefined;
  return (
    <form
      className="flex w-56 flex-col gap-2 text-left"
      data-correct={burn.id}
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate();
      }}
    >
      <MeasureField
        label={RECORD.pace}
        kind="speed"
        value={change.pace_mm_min}
        onCommit={(pace_mm_min) => setChange({ ...change, pace_mm_min })}
      />
      <MeasureField
        label={RECORD.start}
        kind="duration"
        value={change.start_s}
        onCommit={(start_s) => setChange({ ...change, start_s })}
      />
      <Choice
        label={RECORD.outcome}
        value={change.outcome}
        options={options(OUTCOMES)}
        onChange={(outcome) => setChange({ ...change, outcome })}
      />
      <TextField
        name="note"
        label={RECORD.note}
        value={change.note}
        onChange={(note) => setChange({ ...change, note })}
      />
      {save.error && (
        <p className="text-sm text-stop" role="alert">
          {field === undefined ? save.error.message : refusal(field, system)}
        </p>
      )}
      <span className="flex gap-2">
        <Button look="next" type="submit">
          {RECORD.save}
        </Button>
        <Button onClick={onDone}>{RECORD.leave}</Button>
      </span>
    </form>
  );
}
