/** Cuts that must not be made as they stand: how many, why, and the way to what lifts each. */
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { api, data } from "@/api/client";
import { nameOf } from "@/cut";
import { sentence } from "@/text";
import { RUN } from "@/text/run";
import { usePreferences } from "@/ui/preferences";
import { type AnyCut, type Doc, stoppedOf } from "../model";
import { Big } from "../panels/Big";

/** A tube whose ends nobody looked at: it is asked here, where one can look. */
function Ends({ cut, onChanged }: { cut: AnyCut; onChanged: () => void }) {
  const [failed, setFailed] = useState("");
  const say = async (ends_open: boolean) => {
    const { id, version, input } = cut.line;
    const told = input as { section?: object };
    const body = { version, input: { ...told, section: { ...told.section, ends_open } } };
    try {
      await data(api.PATCH("/api/v1/job-lines/{id}", { params: { path: { id } }, body }));
      onChanged();
    } catch (error) {
      setFailed((error as Error).message);
    }
  };
  return (
    <div className="flex flex-wrap gap-2 pt-1" data-ends={cut.line.id}>
      <Big onClick={() => void say(true)}>{RUN.endsOpen}</Big>
      <Big onClick={() => void say(false)}>{RUN.endClosed}</Big>
      {failed !== "" && <p className="text-stop">{failed}</p>}
    </div>
  );
}

/** `onChanged`: a cut was changed here. */
export function StoppedCuts({ doc, onChanged }: { doc: Doc; onChanged: () => void }) {
  const { system } = usePreferences();
  const stopped = stoppedOf(doc);
  if (stopped.length === 0) return null;
  return (
    <section
      className="flex flex-col gap-2 rounded-md border-4 border-stop bg-stop-soft p-3 text-xl"
      aria-label={RUN.stoppedMany}
      data-stopped={stopped.length}
    >
      <h2 className="font-bold">
        {stopped.length === 1 ? RUN.stoppedOne : `${stopped.length} ${RUN.stoppedMany}`}
      </h2>
      {stopped.length === doc.cuts.length && <p className="font-bold">{RUN.nothingToCut}</p>}
      <ul className="flex flex-col gap-2">
        {stopped.map(({ cut, note }) => (
          <li key={cut.line.id}>
            <strong>{nameOf(cut, system)}.</strong>{" "}
            {note && sentence("notes", note.code, note.values, system, note.text)}
            {note?.code === "ends_not_known" && <Ends cut={cut} onChanged={onChanged} />}
          </li>
        ))}
      </ul>
      <Link
        to="/jobs/$jobId"
        params={{ jobId: doc.job_id }}
        className="flex min-h-16 items-center self-start font-semibold underline"
      >
        {RUN.toTheJob}
      </Link>
    </section>
  );
}
