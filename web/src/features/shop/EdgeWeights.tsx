/** How this shop weighs the causes of a poor edge: the odds of each, what shows it, and every earlier version. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { v7 } from "uuid";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { everybody } from "@/api/lists";
import { refusal, SCREEN, word } from "@/text";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { useKept } from "@/ui/kept";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { Failed, Loading } from "@/ui/states";

type Cause = Schemas["CauseWeights"];
type Own = {
  priors: Record<string, number>;
  links: { cause: string; finding: string; link: string }[];
};

const NOTHING: Own = { priors: {}, links: [] };
const ADD = "add";
const LINKS = ["never", "weak", "medium", "strong", "against"].map((value) => ({
  value,
  text: word(value),
}));

/** What the shop has set otherwise than the tables, from its weights now. */
function ownOf(causes: readonly Cause[]): Own {
  return {
    priors: Object.fromEntries(
      causes
        .filter((cause) => cause.prior !== cause.table_prior)
        .map((cause) => [cause.code, cause.prior]),
    ),
    links: causes.flatMap((cause) =>
      cause.links
        .filter(({ link, table }) => link !== table)
        .map(({ finding, link }) => ({ cause: cause.code, finding, link })),
    ),
  };
}

/** The edit with a link set; one that says the same as the table is dropped. */
function withLink(own: Own, set: Own["links"][number], table: string): Own {
  const others = own.links.filter(
    (each) => each.cause !== set.cause || each.finding !== set.finding,
  );
  return { ...own, links: set.link === table ? others : [...others, set] };
}

function CauseRow({
  cause,
  own,
  onOwn,
  findings,
  error,
}: {
  cause: Cause;
  own: Own;
  onOwn: (own: Own) => void;
  findings: readonly Schemas["FindingWire"][];
  error: string | undefined;
}) {
  const [open, setOpen] = useState(false);
  const prior = own.priors[cause.code] ?? cause.table_prior;
  const mine = own.links.filter((each) => each.cause === cause.code);
  const table = (finding: string) =>
    cause.links.find((each) => each.finding === finding)?.table ?? "never";
  const shown = [
    ...new Set([
      ...cause.links.filter((each) => each.table !== "never").map((each) => each.finding),
      ...mine.map((each) => each.finding),
    ]),
  ];
  const words = (code: string) => findings.find((each) => each.code === code)?.text ?? code;
  const setPrior = (value: number) => {
    const { [cause.code]: _, ...rest } = own.priors;
    onOwn({
      ...own,
      priors: value === cause.table_prior ? rest : { ...rest, [cause.code]: value },
    });
  };
  return (
    <li
      className={`flex flex-col gap-2 border-b border-line px-3 py-2 ${open ? "lg:col-span-2" : ""}`}
      data-weights={cause.code}
    >
      <div className="flex items-start justify-between gap-3">
        <button
          type="button"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          className="min-h-9 flex-1 text-left text-sm hover:underline"
        >
          <strong className="block first-letter:uppercase">{cause.text}</strong>
          <span className="text-xs text-ink-2">
            {shown.length} signs{mine.length > 0 && `, ${mine.length} set by this shop`}
          </span>
        </button>
        <div className="w-28">
          <MeasureField
            label={prior === cause.table_prior ? "odds" : `odds; table ${cause.table_prior}`}
            kind="ratio"
            value={prior}
            error={error}
            onCommit={setPrior}
          />
        </div>
      </div>
      {open && (
        <div className="grid gap-2 border-l-3 border-line pl-3 sm:grid-cols-2 lg:grid-cols-3">
          {shown.map((finding) => (
            <Choice
              key={finding}
              label={words(finding)}
              value={mine.find((each) => each.finding === finding)?.link ?? table(finding)}
              options={LINKS}
              onChange={(link) =>
                onOwn(withLink(own, { cause: cause.code, finding, link }, table(finding)))
              }
            />
          ))}
          <Choice
            label="Another sign that it shows here"
            value={ADD}
            options={[
              { value: ADD, text: "pick a sign" },
              ...findings
                .filter((each) => !shown.includes(each.code))
                .map((each) => ({ value: each.code, text: each.text })),
            ]}
            onChange={(finding) =>
              finding !== ADD &&
              onOwn(withLink(own, { cause: cause.code, finding, link: "weak" }, "never"))
            }
          />
        </div>
      )}
    </li>
  );
}

/** Earlier versions, and who set them. */
function History({ weights }: { weights: Schemas["WeightsReply"] }) {
  const people = useQuery({
    queryKey: keys.people,
    queryFn: everybody,
  });
  const name = (id: string | null | undefined) =>
    people.data?.people.find((each) => each.id === id)?.name ?? "somebody";
  return (
    <ol className="flex flex-col gap-1 text-sm" aria-label="Versions">
      {weights.history.map((past) => {
        const own = past.value as unknown as Partial<Own>;
        const count = Object.keys(own.priors ?? {}).length + (own.links ?? []).length;
        const day = new Date(past.made_at).toLocaleDateString("en", {
          day: "numeric",
          month: "short",
          year: "numeric",
        });
        return (
          <li key={past.version}>
            Version {past.version}, {day}, {name(past.made_by)}:{" "}
            {count === 0 ? "as the tables" : `${count} set otherwise`}
          </li>
        );
      })}
    </ol>
  );
}

function Editor({
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
  const plain = Object.keys(now.priors).length + now.links.length === 0;
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

export function EdgeWeights() {
  const weights = useQuery({
    queryKey: keys.weights,
    queryFn: () => data(api.GET("/api/v1/edge/weights")),
  });
  const findings = useQuery({
    queryKey: keys.findings,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/edge/findings")),
  });
  return (
    <section aria-labelledby="weights" className="flex flex-col gap-2">
      <h2 id="weights" className="text-lg font-semibold">
        Odds at the edge
      </h2>
      <p className="text-sm text-ink-2">{SCREEN.weightsLead}</p>
      <details className="rounded-md border border-line px-3 py-2">
        <summary className="min-h-9 cursor-pointer text-sm font-semibold">
          Causes with their odds and signs
        </summary>
        {weights.error && <Failed error={weights.error} />}
        {weights.data && findings.data ? (
          <Editor weights={weights.data} findings={findings.data.findings} />
        ) : (
          <Loading what="Looking up the odds" />
        )}
      </details>
    </section>
  );
}
