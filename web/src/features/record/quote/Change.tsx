/** A quote changed: what goes on top of its cuts, and its prices anew. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { QUOTE } from "@/text/record/quote";
import { Button } from "@/ui/button";
import { Failed } from "@/ui/states";
import { OnTop } from "./OnTop";
import { type Top, topOf } from "./quote";

type ChangeProps = { id: string; version: number; asked: Partial<Top> };

export function Change({ id, version, asked }: ChangeProps) {
  const queries = useQueryClient();
  const [top, setTop] = useState<Top>(topOf(asked));
  const change = useMutation({
    mutationFn: (anew: boolean) =>
      data(
        api.PATCH("/api/v1/quotes/{id}", {
          params: { path: { id } },
          body: { version, anew, ...top },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.quotes }),
  });
  return (
    <form
      className="flex flex-col gap-2 rounded-md border border-line bg-sheet p-3 print:hidden"
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate(false);
      }}
    >
      <h2 className="font-semibold">{QUOTE.change}</h2>
      <div className="grid gap-2 sm:grid-cols-4">
        <OnTop top={top} onChange={setTop} />
      </div>
      <span className="flex flex-wrap items-center gap-2">
        <Button look="next" type="submit">
          {QUOTE.save}
        </Button>
        <Button onClick={() => change.mutate(true)}>{QUOTE.anew}</Button>
        <span className="text-sm text-ink-2">{QUOTE.anewWhy}</span>
      </span>
      {change.error && <Failed error={change.error} />}
    </form>
  );
}
