/** The odds of every cause, edited into a new version. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { v7 } from "uuid";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { refusal } from "@/text";
import { Button } from "@/ui/button";
import { useKept } from "@/ui/kept";
import { usePreferences } from "@/ui/preferences";
import { Failed } from "@/ui/states";
import { CauseRow } from "./CauseRow";
import { History } from "./History";
import { NOTHING, type Own, ownOf, setOtherwise } from "./weights";

export function Editor({
  weights,
  findings,
}: {
  weights: Schemas["WeightsReply"];
  findings: readonly Schemas["FindingWire"][];
}) {
  const { system } = usePreferences();
  const queries = useQueryClient();
  const now = ownOf(weights.causes);
  // an edit belongs to the version it was made on; nothing typed is lost by a reload
  const [edit, setEdit] = useKept<{ version: number; own: Own } | null>(
    "galvanon.shop.weights",
    null,
  );
  const own = edit !== null && edit.version === weights.version ? edit.own : now;
  const changed = JSON.stringify(own) !== JSON.stringify(now);
  const set = useMutation({
    mutationFn: (value: Own) =>
      data(
        api.PUT("/api/v1/shop/{key}", {
          params: { path: { key: "edge_weights" } },
          body: { id: v7(), value },
        }),
      ),
    onSuccess: async () => {
      setEdit(null);
      await queries.invalidateQueries({ queryKey: keys.weights });
      await queries.invalidateQueries({ queryKey: ["diagnosis"] });
    },
  });
  const failure = set.error instanceof ApiFailure ? set.error : null;
  const problem = (code: string) => {
    const found = failure?.fields.find((field) => field.path === `value.priors.${code}`);
    return found === undefined ? undefined : refusal(found, system);
  };
  const plain = setOtherwise(now) === 0;
  return (
    <div className="flex flex-col gap-3">
      <p className="text-sm">
        <strong>
          {weights.version === 0
            ? "As the tables: never set."
            : `Version ${weights.version}${plain ? ", as the tables" : ""}.`}
        </strong>
      </p>
      <ul className="grid grid-flow-dense rounded-md border border-line bg-sheet lg:grid-cols-2">
        {weights.causes.map((cause) => (
          <CauseRow
            key={cause.code}
            cause={cause}
            own={own}
            onOwn={(next) => setEdit({ version: weights.version, own: next })}
            findings={findings}
            error={problem(cause.code)}
          />
        ))}
      </ul>
      {failure && failure.fields.length === 0 && <Failed error={failure} />}
      <span className="flex flex-wrap gap-2">
        <Button look="next" disabled={!changed || set.isPending} onClick={() => set.mutate(own)}>
          Set as version {weights.version + 1}
        </Button>
        {changed && <Button onClick={() => setEdit(null)}>Drop the changes</Button>}
        {!plain && <Button onClick={() => set.mutate(NOTHING)}>Back to the tables</Button>}
      </span>
      <History weights={weights} />
    </div>
  );
}
