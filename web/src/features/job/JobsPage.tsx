/** Every job: how many cuts, how many have their card, what stands in the way. */
import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { api, data, type Job, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { once } from "@/api/once";
import { FuelPicker } from "@/cut/FuelPicker";
import { SCREEN, word } from "@/text";
import { Button } from "@/ui/button";
import { GasBadge } from "@/ui/gas-badge";
import { useKept } from "@/ui/kept";
import { type Level, Mark } from "@/ui/mark";
import { May } from "@/ui/session";
import { Empty, Failed, Loading } from "@/ui/states";
import { Undo } from "@/ui/undo";
import { clock } from "@/units";

function Count({ level, count, what }: { level: Level; count: number; what: string }) {
  if (count === 0) return null;
  return (
    <span className="inline-flex items-center gap-1 text-sm">
      <Mark level={level} /> {count} {what}
    </span>
  );
}

function JobRow({ summary }: { summary: Schemas["JobSummary"] }) {
  const { job } = summary;
  const fuel = (job.rig as { gas?: { fuel?: string } }).gas?.fuel;
  return (
    <li>
      <Link
        to="/jobs/$jobId"
        params={{ jobId: job.id }}
        className="grid gap-x-4 gap-y-1 px-4 py-3 hover:bg-accent-soft md:grid-cols-[minmax(0,1fr)_auto]"
      >
        <span className="min-w-0">
          <span className="block text-base font-semibold">{job.name}</span>
          <span className="block truncate text-sm text-ink-2">{job.note}</span>
        </span>
        <span className="flex flex-wrap items-center gap-x-4 gap-y-1 md:justify-end">
          {fuel && (
            <span className="inline-flex items-center gap-1 text-sm">
              <GasBadge gas={fuel} /> {word(fuel)}
            </span>
          )}
          <span className="text-sm">
            {summary.lines} {summary.lines === 1 ? "cut" : "cuts"}, {summary.carded} with a card
          </span>
          <Count level="caution" count={summary.caution} what="with a caution" />
          {summary.pending > 0 && (
            <span className="text-sm text-ink-2">
              {summary.pending} {SCREEN.planning}
            </span>
          )}
          <Count level="stop" count={summary.stop} what="stopped" />
          {/* a job whose cuts are all stopped takes no time: "0 s" would promise it is done at once */}
          {summary.time_s > 0 && (
            <span className="text-sm text-ink-2">{clock(summary.time_s)}</span>
          )}
        </span>
      </Link>
    </li>
  );
}

/** Between two looks while lines are being planned anew, ms. */
const AGAIN = 2_000;

export function JobsPage() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [name, setName] = useKept("galvanon.jobs.name", "");
  const [fuel, setFuel] = useKept("galvanon.jobs.fuel", "acetylene");
  const jobs = useInfiniteQuery({
    queryKey: keys.jobPages,
    queryFn: ({ pageParam }) => {
      const query = pageParam === null ? {} : { after: pageParam };
      return data(api.GET("/api/v1/jobs", { params: { query } }));
    },
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next ?? null,
    // what is being planned anew is looked at again until it is
    refetchInterval: ({ state }) =>
      state.data?.pages.some((page) => page.jobs.some((job) => job.pending > 0)) ? AGAIN : false,
  });
  const all = jobs.data?.pages.flatMap((page) => page.jobs);
  const create = useMutation({
    mutationFn: () => {
      const body = { name, note: "", rig: { gas: { fuel } } };
      return once(["job", body], body, (id, body) =>
        data(api.PUT("/api/v1/jobs/{id}", { params: { path: { id } }, body })),
      );
    },
    onSuccess: async (job) => {
      setName("");
      await queries.invalidateQueries({ queryKey: keys.jobs });
      await navigate({ to: "/jobs/$jobId", params: { jobId: job.id } });
    },
  });
  const gone = useQuery<Job | null>({
    queryKey: keys.deletedJob,
    queryFn: () => null,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const restore = useMutation({
    mutationFn: (job: Job) => {
      const path = { path: { id: job.id } };
      return data(
        api.POST("/api/v1/jobs/{id}/restore", { params: path, body: { version: job.version } }),
      );
    },
    onSuccess: () => {
      queries.setQueryData(keys.deletedJob, null);
      void queries.invalidateQueries({ queryKey: keys.jobs });
    },
  });
  return (
    <div className="flex flex-col gap-5">
      <h1 className="text-xl font-semibold">Jobs</h1>
      {gone.data && (
        <Undo
          what={`Job deleted: ${gone.data.name}.`}
          onUndo={() => gone.data && restore.mutate(gone.data)}
          onDismiss={() => queries.setQueryData(keys.deletedJob, null)}
        />
      )}
      {jobs.isPending && <Loading what="Looking up the jobs" />}
      {jobs.error && <Failed error={jobs.error} onRetry={() => void jobs.refetch()} />}
      {all?.length === 0 && <Empty>{SCREEN.emptyJobs}</Empty>}
      {all && all.length > 0 && (
        <ul className="divide-y divide-line rounded-md border border-line bg-sheet">
          {all.map((summary) => (
            <JobRow key={summary.job.id} summary={summary} />
          ))}
        </ul>
      )}
      {jobs.hasNextPage && (
        <Button
          onClick={() => void jobs.fetchNextPage()}
          disabled={jobs.isFetchingNextPage}
          data-more=""
        >
          {SCREEN.moreJobs}
        </Button>
      )}
      <May right="plan">
        <form
          className="flex flex-col gap-3 rounded-md border border-dashed border-line-strong p-4"
          onSubmit={(event) => {
            event.preventDefault();
            create.mutate();
          }}
        >
          <h2 className="text-base font-semibold">A new job</h2>
          <div className="flex flex-wrap items-end gap-3">
            <label className="flex min-w-64 flex-1 flex-col gap-0.5 text-xs text-ink-2">
              What the shop calls it
              <input
                value={name}
                onChange={(event) => setName(event.target.value)}
                className="h-9 rounded-md border border-line-strong bg-sheet px-2 text-sm text-ink"
              />
            </label>
            <FuelPicker value={fuel} onChange={setFuel} />
            <Button type="submit" look="next" disabled={name.trim() === "" || create.isPending}>
              Make the job
            </Button>
          </div>
          {create.error && <Failed error={create.error} />}
        </form>
      </May>
    </div>
  );
}
