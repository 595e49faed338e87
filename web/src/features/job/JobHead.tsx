/** A job's name, note and fuel, its stages, and where one goes from it. */
import { useState } from "react";
import type { LineView, Schemas } from "@/api/client";
import { word } from "@/text";
import { GasBadge } from "@/ui/gas-badge";
import { May } from "@/ui/session";
import { Actions } from "./Actions";
import { Stages } from "./Stages";
import { JobSheet } from "./sheet/JobSheet";

type Props = {
  job: Schemas["Job"];
  lines: LineView[];
  /** The cut on the bench. */
  chosen: LineView | undefined;
  record: Schemas["JobRecord"] | undefined;
  fuel: string | undefined;
};

export function JobHead({ job, lines, chosen, record, fuel }: Props) {
  const [editing, setEditing] = useState(false);
  return (
    <header className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
      <div className="min-w-0 flex-1 basis-96">
        <h1 className="flex flex-wrap items-center gap-3 text-lg font-semibold">
          {job.name}
          {fuel && (
            <span className="inline-flex items-center gap-1 text-sm font-normal text-ink-2">
              <GasBadge gas={fuel} /> {word(fuel)}
            </span>
          )}
        </h1>
        <p className="text-sm text-ink-2">
          {job.note}{" "}
          <May right="plan">
            <button
              type="button"
              className="text-accent underline"
              onClick={() => setEditing(true)}
            >
              Change job and rig
            </button>
          </May>
        </p>
        <JobSheet key={job.id} job={job} open={editing} onClose={() => setEditing(false)} />
      </div>
      <div className="flex min-w-0 flex-col gap-2 sm:items-end">
        <Stages view={chosen} kept={record} />
        <Actions jobId={job.id} lines={lines} />
      </div>
    </header>
  );
}
