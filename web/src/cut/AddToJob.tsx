/** Puts the cut on the bench at the end of a job's list. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { ListPlus } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { api, type CutInput, data } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeJob } from "@/api/lists";
import { once } from "@/api/once";
import { Button } from "@/ui/button";

export function AddToJob({ typed, input }: { typed: string; input: CutInput }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const jobs = useQuery({ queryKey: keys.jobs, queryFn: () => data(api.GET("/api/v1/jobs")) });
  const add = useMutation({
    mutationFn: async (jobId: string) => {
      const job = await wholeJob(jobId);
      const position = (job.lines.at(-1)?.line.position ?? 0) + 1;
      const body = { job_id: jobId, typed, input: input as Record<string, unknown>, position };
      return once(["line", jobId, typed, input], body, (id, body) =>
        data(api.PUT("/api/v1/job-lines/{id}", { params: { path: { id } }, body })),
      );
    },
    onSuccess: async (line) => {
      await queries.invalidateQueries();
      await navigate({
        to: "/jobs/$jobId",
        params: { jobId: line.job_id },
        search: { line: line.id },
      });
    },
  });
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <Button disabled={add.isPending}>
          <ListPlus size={16} aria-hidden="true" /> Add to a job
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-30 max-w-[92vw] rounded-md border border-line-strong bg-sheet p-1 shadow-lg"
        >
          {(jobs.data?.jobs ?? []).map(({ job }) => (
            <DropdownMenu.Item
              key={job.id}
              onSelect={() => add.mutate(job.id)}
              className="flex h-9 cursor-pointer items-center rounded-sm px-2 text-sm outline-none data-[highlighted]:bg-accent-soft"
            >
              {job.name}
            </DropdownMenu.Item>
          ))}
          {jobs.data?.jobs.length === 0 && (
            <p className="px-2 py-1 text-sm text-ink-2">No job yet.</p>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
