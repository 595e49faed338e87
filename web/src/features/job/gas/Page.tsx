/** A job's gas and tips: cylinders through the planned order, swaps, what runs short; the fewest tips. */
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeJob } from "@/api/lists";
import { GasTimeline } from "@/draw/gas-timeline";
import { SCREEN, sentence, word } from "@/text";
import { buttonLook } from "@/ui/button";
import { type Level, LevelWord } from "@/ui/mark";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { Empty, Failed, Loading } from "@/ui/states";
import { Wide } from "@/ui/wide";
import { clock } from "@/units";
import { Supplies } from "./Supplies";
import { Swaps } from "./Swaps";
import { Tips } from "./Tips";
import { leftOut, parted } from "./told";

export function GasPage() {
  const { jobId } = useParams({ from: "/jobs/$jobId/gas" });
  const { system } = usePreferences();
  const path = { params: { path: { id: jobId } } };
  const job = useQuery({
    queryKey: keys.job(jobId),
    queryFn: () => wholeJob(jobId),
  });
  const plan = useQuery({
    queryKey: keys.gasPlan(jobId),
    queryFn: () => data(api.GET("/api/v1/jobs/{id}/gas-plan", path)),
  });
  if (plan.isPending || job.isPending)
    return <Loading what="Running the cuts through the cylinders" />;
  if (plan.error) return <Failed error={plan.error} onRetry={() => void plan.refetch()} />;
  const { notes } = plan.data;
  const { rack, mine } = parted(notes);
  return (
    <div className="flex flex-col gap-4" data-gas-plan={plan.data.verdict}>
      <header className="flex flex-wrap items-center justify-between gap-2">
        <div>
          <h1 className="text-lg font-semibold">Gas and tips: {job.data?.job.name}</h1>
          <p className="text-sm text-ink-2">
            {SCREEN.gasLead} {clock(plan.data.total_s)} in all, acetylene drawn at{" "}
            {word(plan.data.rule)} of a cylinder an hour{leftOut(plan.data.stopped)}.
          </p>
        </div>
        <span className="flex items-center gap-3">
          <LevelWord level={plan.data.verdict as Level} />
          <Link to="/jobs/$jobId" params={{ jobId }} className={buttonLook("quiet")}>
            Back to the cuts
          </Link>
        </span>
      </header>
      {mine.map((note) => (
        <Notice
          key={`${note.code} ${note.values.gas?.word ?? ""} ${note.text}`}
          level={note.level as Level}
        >
          {sentence("notes", note.code, note.values, system, note.text)}
        </Notice>
      ))}
      {plan.data.gases.length === 0 ? (
        <Empty>{SCREEN.noGas}</Empty>
      ) : (
        <>
          <Wide label="Gas over time" className="rounded-md border border-line bg-sheet p-2">
            <GasTimeline plan={plan.data} system={system} />
          </Wide>
          <Supplies plan={plan.data} />
          <div className="grid items-start gap-5 lg:grid-cols-2">
            <section aria-labelledby="swaps" className="flex flex-col gap-2">
              <h2 id="swaps" className="text-lg font-semibold">
                Swaps
              </h2>
              <Swaps plan={plan.data} />
              {rack.length > 0 && (
                <>
                  <h3 className="pt-2 text-sm font-semibold">Not counted</h3>
                  {rack.map((note) => (
                    <Notice key={note.text} level={note.level as Level}>
                      {note.text}
                    </Notice>
                  ))}
                </>
              )}
              <Link to="/rack" className={`${buttonLook("quiet")} self-start`}>
                Open the rack
              </Link>
            </section>
            <section aria-labelledby="tips" className="flex flex-col gap-2">
              <h2 id="tips" className="text-lg font-semibold">
                Tips
              </h2>
              <Tips jobId={jobId} />
            </section>
          </div>
        </>
      )}
    </div>
  );
}
