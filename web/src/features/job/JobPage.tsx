/** One job: its cuts on the left, the chosen one on the bench. */
import { useQuery } from "@tanstack/react-query";
import { useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { useRef, useState } from "react";
import {
  ApiFailure,
  api,
  type CutInput,
  type CutPlanRequest,
  data,
  type LineView,
} from "@/api/client";
import { keys } from "@/api/keys";
import { Bench, facts, nameOf, QuickEntry, useMakeCard, withChange } from "@/cut";
import { PastEdges } from "@/cut/edges/PastEdges";
import { SCREEN } from "@/text";
import { useKept } from "@/ui/kept";
import { usePreferences } from "@/ui/preferences";
import { May } from "@/ui/session";
import { Empty, Failed, Loading, Nothing } from "@/ui/states";
import { Undo } from "@/ui/undo";
import { BenchActions } from "./BenchActions";
import { BurnSheet } from "./BurnSheet";
import { ConflictSheet } from "./ConflictSheet";
import { JobHead } from "./JobHead";
import { LineList } from "./LineList";
import { placeOfNew } from "./lines";
import { Mend } from "./Mend";
import { MoreLines } from "./MoreLines";
import { useJob } from "./useJob";

/** A change on the bench that is on its way to the shop, or was refused and must not be lost. */
type Pending = { lineId: string; input: CutInput };

export function JobPage() {
  const { jobId } = useParams({ from: "/jobs/$jobId" });
  const { line: wanted } = useSearch({ from: "/jobs/$jobId" });
  const navigate = useNavigate();
  const { system } = usePreferences();
  const [typed, setTyped] = useKept(`galvanon.job.${jobId}.typed`, "");
  const bench = useRef<HTMLDivElement>(null);
  const [noting, setNoting] = useState(false);
  const [pending, setPending] = useState<Pending | null>(null);
  const { job, add, change, remove, restore, move, conflict, setConflict, deleted, setDeleted } =
    useJob(jobId);

  const record = useQuery({
    queryKey: keys.jobRecord(jobId),
    queryFn: () => data(api.GET("/api/v1/jobs/{id}/record", { params: { path: { id: jobId } } })),
  });

  const makeCard = useMakeCard();

  if (job.isPending) return <Loading what="Opening the job" />;
  if (job.error) {
    const gone = job.error instanceof ApiFailure && job.error.code === "not_found";
    return gone ? (
      <Nothing title="No such job">{SCREEN.noJob}</Nothing>
    ) : (
      <Failed error={job.error} onRetry={() => void job.refetch()} />
    );
  }

  const { lines } = job.data;
  const chosen = lines.find((view) => view.line.id === wanted) ?? lines[0];
  const fuel = (job.data.job.rig as { gas?: { fuel?: string } }).gas?.fuel;
  const choose = (id: string) => {
    void navigate({
      to: "/jobs/$jobId",
      params: { jobId },
      search: { line: id },
      replace: true,
      resetScroll: false,
    });
    // on a phone the bench stands below the list: bring it up
    if (matchMedia("(max-width: 1023px)").matches) bench.current?.scrollIntoView();
  };
  const saved = (chosen?.line.input ?? {}) as CutInput;
  const input = pending !== null && pending.lineId === chosen?.line.id ? pending.input : saved;

  function save(view: LineView, edit: CutInput) {
    const next = withChange(input, edit);
    const mine = { lineId: view.line.id, input: next };
    setPending(mine);
    const settled = () => setPending((now) => (now === mine ? null : now));
    change.mutate(
      { line: view.line, input: next },
      { onSuccess: () => void job.refetch().then(settled) },
    );
  }

  return (
    <div className="flex flex-col gap-3">
      <JobHead job={job.data.job} lines={lines} chosen={chosen} record={record.data} fuel={fuel} />
      <May right="plan">
        <QuickEntry
          text={typed}
          onText={setTyped}
          action="Add"
          folded={lines.length > 0}
          onEnter={(read) => {
            const position = placeOfNew(lines, job.data.line_count);
            add.mutate(
              { typed, input: read.input as CutInput, position },
              {
                onSuccess: (line) => {
                  setTyped("");
                  choose(line.id);
                },
              },
            );
          }}
        />
      </May>
      {add.error && <Failed error={add.error} />}
      <div className="grid items-start gap-4 lg:grid-cols-[248px_minmax(0,1fr)]">
        <div className="flex min-w-0 flex-col gap-3">
          <MoreLines shown={lines.length} count={job.data.line_count} />
          {lines.length === 0 ? (
            <Empty>{SCREEN.emptyJob}</Empty>
          ) : (
            <LineList
              rigFuel={fuel}
              lines={lines}
              chosen={chosen?.line.id}
              onChoose={choose}
              onMove={(at, by) => move(lines, at, by)}
              onDelete={(view) => remove.mutate(view.line)}
            />
          )}
          {remove.error && <Failed error={remove.error} />}
          {deleted !== null && (
            <Undo
              what="Cut deleted."
              onUndo={() => restore.mutate(deleted)}
              onDismiss={() => setDeleted(null)}
            />
          )}
        </div>
        {chosen === undefined ? (
          <Empty>{SCREEN.nothingToDraw}</Empty>
        ) : (
          <div ref={bench} className="flex min-w-0 scroll-mt-24 sm:scroll-mt-14 flex-col gap-2">
            {chosen.fault ? (
              <Mend
                key={chosen.line.id}
                view={chosen}
                onMend={(typed, input) => change.mutate({ line: chosen.line, typed, input })}
                refused={change.variables?.line.id === chosen.line.id ? change.error : null}
              />
            ) : (
              <Bench
                rigFuel={fuel}
                jobId={jobId}
                cutKey={chosen.line.id}
                input={input}
                heading={nameOf(chosen, system)}
                onChange={(edit) => save(chosen, edit)}
                actions={(plan, request) => (
                  <BenchActions
                    jobId={jobId}
                    chosen={chosen}
                    verdict={plan.verdict}
                    making={makeCard.isPending}
                    onLog={() => setNoting(true)}
                    onCard={() => {
                      const asked = request as CutPlanRequest;
                      const title = `${job.data.job.name}: ${facts(asked, system)}`;
                      makeCard.mutate({ job_line_id: chosen.line.id, title, request: asked });
                    }}
                  />
                )}
              />
            )}
            {!chosen.fault &&
              change.error instanceof ApiFailure &&
              ["offline", "forbidden"].includes(change.error.code) && (
                <Failed error={change.error} onRetry={() => save(chosen, {})} />
              )}
            {makeCard.error && <Failed error={makeCard.error} />}
            <PastEdges lineId={chosen.line.id} />
          </div>
        )}
      </div>
      {noting && chosen && <BurnSheet view={chosen} onClose={() => setNoting(false)} />}
      <ConflictSheet
        conflict={conflict}
        onTheirs={() => {
          setConflict(null);
          setPending(null);
        }}
        onYours={() => {
          if (conflict === null) return;
          setConflict(null);
          change.mutate(
            { line: conflict.theirs, ...conflict.yours },
            { onSuccess: () => void job.refetch().then(() => setPending(null)) },
          );
        }}
      />
    </div>
  );
}
