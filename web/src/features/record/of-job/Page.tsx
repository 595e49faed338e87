/** A job's record in one document, for whoever asks later: read, printed, saved as PDF. */

import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { Printer } from "lucide-react";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { everybody } from "@/api/lists";
import { word } from "@/text";
import { fill } from "@/text/fill";
import { RECORD } from "@/text/record";
import { JOB_RECORD } from "@/text/record/job-record";
import { Button } from "@/ui/button";
import { Failed, Loading } from "@/ui/states";
import { Cut } from "./Cut";
import { Runs } from "./Runs";
import { type NameOf, together, togetherWords } from "./record";

export function JobRecordPage() {
  const { jobId } = useParams({ from: "/jobs/$jobId/record" });
  const record = useQuery({
    queryKey: keys.jobRecord(jobId),
    queryFn: () => data(api.GET("/api/v1/jobs/{id}/record", { params: { path: { id: jobId } } })),
  });
  const people = useQuery({ queryKey: keys.people, queryFn: everybody });
  const findings = useQuery({
    queryKey: keys.findings,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/edge/findings")),
  });
  if (record.isPending) return <Loading what={JOB_RECORD.title} />;
  if (record.error) return <Failed error={record.error} onRetry={() => void record.refetch()} />;
  const { job, lines, runs, photos } = record.data;
  const whole = together(record.data);
  const nameOf: NameOf = (id) =>
    people.data?.people.find((person) => person.id === id)?.name ?? RECORD.nobody;
  const findingOf = (code: string) =>
    findings.data?.findings.find((finding) => finding.code === code)?.text ?? word(code);
  return (
    <article
      className="mx-auto flex w-full max-w-[860px] flex-col gap-4"
      data-job-record={whole.burns}
    >
      <div className="flex items-center justify-between gap-2 print:hidden">
        <Link to="/jobs/$jobId" params={{ jobId }} className="text-sm underline">
          {JOB_RECORD.back}
        </Link>
        <Button look="next" onClick={() => window.print()}>
          <Printer size={16} aria-hidden="true" /> {JOB_RECORD.print}
        </Button>
      </div>
      <header className="border-b-2 border-ink pb-2">
        <h1 className="text-xl font-semibold">{job.name}</h1>
        {job.note !== "" && <p className="text-sm">{job.note}</p>}
        <p className="text-sm text-ink-2">
          {fill(JOB_RECORD.asOf, { day: new Date().toLocaleDateString() })}. {JOB_RECORD.lead}
        </p>
        <p className="font-semibold">{togetherWords(whole)}</p>
      </header>
      {lines.map((line, i) => (
        <Cut
          key={line.line_id}
          at={i + 1}
          line={line}
          nameOf={nameOf}
          findingOf={findingOf}
          photos={photos}
        />
      ))}
      <Runs runs={runs} nameOf={nameOf} />
    </article>
  );
}
