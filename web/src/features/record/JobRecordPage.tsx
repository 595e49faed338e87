/** A job's record in one document, for whoever asks later: read, printed, saved as PDF. */
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { Printer } from "lucide-react";
import { api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { everybody } from "@/api/lists";
import { sentence, word } from "@/text";
import { RECORD } from "@/text/record";
import { ENDED, JOB_RECORD } from "@/text/record/job-record";
import { Button } from "@/ui/button";
import { usePreferences } from "@/ui/preferences";
import { Failed, Loading } from "@/ui/states";
import { Wide } from "@/ui/wide";
import { boreName, clock, print, type System } from "@/units";
import { deviations, stepCode, together } from "./job-record";
import { GasTaken } from "./log/Runs";

type Line = Schemas["LineRecord"];
type NameOf = (id: string | null | undefined) => string;
const dayOf = (moment: string) =>
  new Date(moment).toLocaleString([], { dateStyle: "short", timeStyle: "short" });

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
  const sum = JOB_RECORD.together
    .replace("{burns}", String(whole.burns))
    .replace("{poor}", String(whole.poor))
    .replace("{skips}", String(whole.skips));
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
          {JOB_RECORD.asOf.replace("{day}", new Date().toLocaleDateString())}. {JOB_RECORD.lead}
        </p>
        <p className="font-semibold">{whole.burns === 0 ? JOB_RECORD.together1 : sum}</p>
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

type CutProps = {
  at: number;
  line: Line;
  nameOf: NameOf;
  findingOf: (code: string) => string;
  photos: Schemas["Photo"][];
};

function Cut({ at, line, nameOf, findingOf, photos }: CutProps) {
  const { system } = usePreferences();
  const grade =
    line.grade == null
      ? JOB_RECORD.gradeNone
      : JOB_RECORD.grade.replace("{grade}", word(line.grade));
  return (
    <section
      className="break-inside-avoid rounded-md border border-line bg-sheet p-3"
      data-cut={at}
    >
      <h2 className="font-semibold">
        {at}. {line.typed}
      </h2>
      <p className="text-sm text-ink-2">
        {grade}
        {line.heat_number != null && `, ${JOB_RECORD.heat.replace("{heat}", line.heat_number)}`}
      </p>
      {line.spared + line.not_spared > 0 && (
        <p className="text-sm" data-spared={line.spared}>
          {JOB_RECORD.spared
            .replace("{yes}", String(line.spared))
            .replace("{all}", String(line.spared + line.not_spared))}
        </p>
      )}
      <ul className="text-sm tabular-nums" aria-label={JOB_RECORD.cards}>
        {line.cards.length === 0 && <li>{JOB_RECORD.noCard}</li>}
        {line.cards.map((card) => (
          <li key={card.id}>
            <Link to="/cards/$planId" params={{ planId: card.id }} className="underline">
              {cardLine(card, nameOf, system)}
            </Link>
          </li>
        ))}
      </ul>
      {line.burns.length === 0 ? (
        <p className="text-sm">{JOB_RECORD.noBurn}</p>
      ) : (
        <Burns burns={line.burns} nameOf={nameOf} />
      )}
      {line.edges.map((edge) => (
        <div key={edge.id} className="mt-2 text-sm" data-edge={edge.id}>
          <p>
            {dayOf(edge.happened_at)}.{" "}
            {JOB_RECORD.seen.replace("{findings}", edge.present.map(findingOf).join(", "))}.{" "}
            {edge.settled === ""
              ? JOB_RECORD.open
              : JOB_RECORD.because.replace("{cause}", word(edge.settled))}
            . {edge.note}
          </p>
          <p className="flex flex-wrap gap-2">
            {photos
              .filter((photo) => photo.diagnosis_id === edge.id)
              .map((photo) => (
                <img
                  key={photo.id}
                  src={`/api/v1/photos/${photo.id}`}
                  width={photo.width}
                  height={photo.height}
                  alt={JOB_RECORD.photo}
                  className="h-40 w-auto rounded-sm border border-line"
                />
              ))}
          </p>
        </div>
      ))}
    </section>
  );
}

function cardLine(card: Schemas["CardGlance"], nameOf: NameOf, system: System): string {
  const pressure = (kpa: number | null | undefined) =>
    kpa == null ? "–" : print(kpa, "pressure", system);
  return JOB_RECORD.cardLine
    .replace("{day}", dayOf(card.made_at))
    .replace("{who}", nameOf(card.made_by))
    .replace("{tip}", card.mark ?? boreName(card.bore_mm, system))
    .replace("{oxygen}", pressure(card.oxygen_pressure_kpa))
    .replace("{pace}", print(card.travel_speed_mm_min, "speed", system));
}

function Burns({ burns, nameOf }: { burns: Line["burns"]; nameOf: NameOf }) {
  const { system } = usePreferences();
  const heads = [
    JOB_RECORD.day,
    JOB_RECORD.who,
    JOB_RECORD.preheat,
    JOB_RECORD.pace,
    JOB_RECORD.outcome,
    JOB_RECORD.deviation,
    JOB_RECORD.note,
  ];
  return (
    <Wide label={JOB_RECORD.burns} className="mt-2">
      <table className="w-full min-w-[640px] text-left text-sm tabular-nums">
        <thead className="text-xs text-ink-2">
          <tr>
            {heads.map((head) => (
              <th key={head} scope="col" className="py-0.5 pr-2 font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="divide-y divide-line border-t border-line">
          {burns.map((burn) => {
            const off = deviations(burn.factors);
            return (
              <tr key={burn.id} className="align-top">
                <td className="py-0.5 pr-2 whitespace-nowrap">{dayOf(burn.happened_at)}</td>
                <td className="pr-2">
                  {nameOf(burn.person_id)}
                  {!burn.verified && burn.person_id != null && ` (${JOB_RECORD.nameOnly})`}
                </td>
                <td className="pr-2">{burn.start_s == null ? "" : clock(burn.start_s)}</td>
                <td className="pr-2 whitespace-nowrap">
                  {burn.pace_mm_min == null ? "" : print(burn.pace_mm_min, "speed", system)}
                </td>
                <td className="pr-2">{burn.outcome == null ? "" : word(burn.outcome)}</td>
                <td className="pr-2" data-off={off.length}>
                  {off.length > 0
                    ? off.join(", ")
                    : Object.keys(burn.factors).length > 0
                      ? JOB_RECORD.inside
                      : ""}
                </td>
                <td>{burn.note}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </Wide>
  );
}

function Runs({ runs, nameOf }: { runs: Schemas["RunRecord"][]; nameOf: NameOf }) {
  const { system } = usePreferences();
  return (
    <section aria-label={JOB_RECORD.runs}>
      <h2 className="font-semibold">{JOB_RECORD.runs}</h2>
      {runs.length === 0 && <p className="text-sm">{JOB_RECORD.noRun}</p>}
      {runs.map((run) => (
        <div key={run.id} className="break-inside-avoid border-t border-line py-2 text-sm">
          <p data-run={run.skips.length}>
            {JOB_RECORD.runLine
              .replace("{day}", dayOf(run.begun_at))
              .replace("{fuel}", word(run.fuel))
              .replace("{done}", String(run.done))
              .replace("{skipped}", String(run.skips.length))
              .replace("{how}", ENDED[run.how ?? ""] ?? JOB_RECORD.running)}
          </p>
          <ul className="list-disc pl-5">
            {run.skips.map((skip) => (
              <li key={skip.key}>
                {JOB_RECORD.skipped}: {sentence("steps", stepCode(skip.key), {}, system)}{" "}
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
