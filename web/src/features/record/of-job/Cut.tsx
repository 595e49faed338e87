/** A cut of a job with all that was kept of it: its steel, cards, burns, and its edges with their photos. */

import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { fill } from "@/text/fill";
import { JOB_RECORD } from "@/text/record/job-record";
import { usePreferences } from "@/ui/preferences";
import { Wide } from "@/ui/wide";
import { clock, print } from "@/units";
import { cardLine, dayOf, deviations, type NameOf } from "./record";

type Line = Schemas["LineRecord"];
type CutProps = {
  at: number;
  line: Line;
  nameOf: NameOf;
  findingOf: (code: string) => string;
  photos: Schemas["Photo"][];
};

export function Cut({ at, line, nameOf, findingOf, photos }: CutProps) {
  const { system } = usePreferences();
  const grade =
    line.grade == null ? JOB_RECORD.gradeNone : fill(JOB_RECORD.grade, { grade: word(line.grade) });
  return (
    <section
      className="rounded-md border border-line bg-sheet p-3 print:border-0 print:border-t print:p-0 print:pt-2"
      data-cut={at}
    >
      <h2 className="break-after-avoid font-semibold">
        {at}. {line.typed}
      </h2>
      <p className="text-sm text-ink-2">
        {grade}
        {line.heat_number != null && `, ${fill(JOB_RECORD.heat, { heat: line.heat_number })}`}
      </p>
      {line.spared + line.not_spared > 0 && (
        <p className="text-sm" data-spared={line.spared}>
          {fill(JOB_RECORD.spared, { yes: line.spared, all: line.spared + line.not_spared })}
        </p>
      )}
      <ul className="text-sm tabular-nums" aria-label={JOB_RECORD.cards}>
        {line.cards.length === 0 && <li>{JOB_RECORD.noCard}</li>}
        {line.cards.map((card) => (
          <li key={card.id}>
            <Link
              to="/cards/$planId"
              params={{ planId: card.id }}
              className="inline-block min-h-6 underline"
            >
              {cardLine(card, nameOf, system)}
            </Link>
          </li>
        ))}
      </ul>
      {line.burns.length === 0 ? (
        <p className="text-sm">{JOB_RECORD.noBurn}</p>
      ) : (
        <Burns label={`${JOB_RECORD.burns}, ${at}`} burns={line.burns} nameOf={nameOf} />
      )}
      {line.edges.map((edge) => (
        <div key={edge.id} className="mt-2 text-sm" data-edge={edge.id}>
          <p>
            {dayOf(edge.happened_at)}.{" "}
            {fill(JOB_RECORD.seen, { findings: edge.present.map(findingOf).join(", ") })}.{" "}
            {edge.settled === ""
              ? JOB_RECORD.open
              : fill(JOB_RECORD.because, { cause: word(edge.settled) })}
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

type BurnsProps = { label: string; burns: Line["burns"]; nameOf: NameOf };

function Burns({ label, burns, nameOf }: BurnsProps) {
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
    <Wide label={label} className="mt-2">
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
              <tr key={burn.id} className="break-inside-avoid align-top">
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
