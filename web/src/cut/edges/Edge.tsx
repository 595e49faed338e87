/** One poor edge that was kept: what was seen, what it was taken for, what it turned out to be, its photos. */
import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { GasBadge } from "@/ui/gas-badge";
import { day, guesses, seenOf } from "./told";

type Kept = Schemas["KeptView"];

const OPEN = "open";

function Photos({ photos }: { photos: Kept["photos"] }) {
  if (photos.length === 0) return null;
  return (
    <span className="flex flex-wrap gap-1.5">
      {photos.map((photo, i) => (
        <a key={photo.id} href={`/api/v1/photos/${photo.id}`} target="_blank" rel="noreferrer">
          <img
            src={`/api/v1/photos/${photo.id}/small`}
            alt={`Edge ${i + 1} of ${photos.length}`}
            className="h-24 w-32 rounded-sm border border-line object-cover"
          />
        </a>
      ))}
    </span>
  );
}

export function Edge({
  kept,
  words,
  causes,
  onSettle,
  onDelete,
  onAgain,
  withCut,
}: {
  kept: Kept;
  words: (code: string) => string;
  causes: readonly Schemas["CauseWire"][];
  onSettle: (settled: string) => void;
  onDelete: () => void;
  onAgain?: (() => void) | undefined;
  /** Says which cut it was; not where it stands at that cut. */
  withCut: boolean;
}) {
  const { diagnosis } = kept;
  return (
    <li
      className="flex flex-col gap-2 rounded-md border border-line bg-sheet p-3"
      data-kept={diagnosis.id}
    >
      <p className="flex flex-wrap items-center gap-x-2 text-sm text-ink-2">
        <strong className="text-ink">{day(diagnosis.happened_at)}</strong>
        {diagnosis.fuel != null && <GasBadge gas={diagnosis.fuel} />}
        {withCut && kept.job_id != null && kept.cut != null && (
          <Link
            to="/jobs/$jobId"
            params={{ jobId: kept.job_id }}
            search={diagnosis.job_line_id == null ? {} : { line: diagnosis.job_line_id }}
            className="text-accent underline"
          >
            {kept.cut}
          </Link>
        )}
        {withCut && kept.job_name}
      </p>
      <p className="text-base" data-verdict>
        {diagnosis.settled === "" ? (
          <>
            <strong>Open.</strong> Taken for: {guesses(diagnosis)}
          </>
        ) : (
          <strong className="inline-block first-letter:uppercase">{word(diagnosis.settled)}</strong>
        )}
      </p>
      <p className="text-sm">{seenOf(diagnosis, words).join("; ")}</p>
      {diagnosis.note !== "" && <p className="text-sm italic">“{diagnosis.note}”</p>}
      <Photos photos={kept.photos} />
      <div className="mt-auto flex flex-wrap items-end gap-2">
        <Choice
          label="Turned out to be"
          value={diagnosis.settled === "" ? OPEN : diagnosis.settled}
          options={[
            { value: OPEN, text: "not known yet" },
            ...causes.map(({ code }) => ({ value: code, text: word(code) })),
          ]}
          onChange={(code) => onSettle(code === OPEN ? "" : code)}
        />
        {onAgain && <Button onClick={onAgain}>Ask again</Button>}
        <Button look="bare" onClick={onDelete}>
          Delete
        </Button>
      </div>
    </li>
  );
}
