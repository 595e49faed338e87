/** The runs of a job: what was left out and why, the gauges as they were read, the gas that was taken. */

import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { fill } from "@/text/fill";
import { ENDED, JOB_RECORD } from "@/text/record/job-record";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";
import { GasTaken } from "../log/Runs";
import { dayOf, type NameOf } from "./record";

export function Runs({ runs, nameOf }: { runs: Schemas["RunRecord"][]; nameOf: NameOf }) {
  const { system } = usePreferences();
  return (
    <section aria-label={JOB_RECORD.runs}>
      <h2 className="font-semibold">{JOB_RECORD.runs}</h2>
      {runs.length === 0 && <p className="text-sm">{JOB_RECORD.noRun}</p>}
      {runs.map((run) => (
        <div key={run.id} className="break-inside-avoid border-t border-line py-2 text-sm">
          <p data-run={run.skips.length}>
            {fill(JOB_RECORD.runLine, {
              day: dayOf(run.begun_at),
              fuel: word(run.fuel),
              done: run.done,
              skipped: run.skips.length,
              how: ENDED[run.how ?? ""] ?? JOB_RECORD.running,
            })}
          </p>
          <ul className="list-disc pl-5">
            {run.skips.map((skip) => (
              <li key={skip.key}>
                {JOB_RECORD.skipped}: {skip.text}{" "}
                <strong>{skip.reason ?? JOB_RECORD.noReason}</strong>, {nameOf(skip.person_id)}
              </li>
            ))}
          </ul>
          {run.readings.length > 0 && (
            <p>
              {JOB_RECORD.readings}:{" "}
              {run.readings
                .map(
                  ({ gas, where, pressure_kpa }) =>
                    `${word(gas)} ${word(where)} ${print(pressure_kpa, "pressure", system)}`,
                )
                .join("; ")}
            </p>
          )}
          <GasTaken gas={run.gas} system={system} />
        </div>
      ))}
    </section>
  );
}
