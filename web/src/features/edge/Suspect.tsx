/** A cause with its odds, its remedy, and what speaks for and against it. */
import type { Schemas } from "@/api/client";
import { usePreferences } from "@/ui/preferences";
import { changeWords } from "./change";

export function Suspect({
  cause,
  words,
  open,
  onOpen,
}: {
  cause: Schemas["SuspectWire"];
  words: (code: string) => string;
  open: boolean;
  onOpen: () => void;
}) {
  const { system } = usePreferences();
  const percent = Math.round(cause.probability * 100);
  return (
    <li className="border-b border-line last:border-b-0" data-cause={cause.code}>
      <button
        type="button"
        aria-expanded={open}
        onClick={onOpen}
        className="flex w-full flex-col gap-1 px-3 py-2 text-left hover:bg-accent-soft"
      >
        <span className="flex items-baseline justify-between gap-3">
          <strong className="text-base first-letter:uppercase">{cause.text}</strong>
          <span className="text-lg font-semibold">{percent < 1 ? "<1" : percent} %</span>
        </span>
        <span className="block h-1.5 bg-sunk" aria-hidden="true">
          <span className="block h-1.5 bg-accent" style={{ width: `${percent}%` }} />
        </span>
        {cause.remedy && (
          <span className="text-sm">
            <span className="text-ink-2">Remedy: </span>
            {cause.remedy}
          </span>
        )}
        {cause.change && (
          <span className="text-sm font-semibold" data-change={cause.change.quantity}>
            {changeWords(cause.change, system)}
          </span>
        )}
      </button>
      {open && (
        <dl className="grid gap-x-3 gap-y-1 px-3 pb-3 text-sm sm:grid-cols-[88px_1fr]">
          {cause.check && (
            <>
              <dt className="text-ink-2">Make sure</dt>
              <dd>{cause.check}</dd>
            </>
          )}
          {cause.speaks_for.length > 0 && (
            <>
              <dt className="text-ink-2">Speaks for it</dt>
              <dd>{cause.speaks_for.map(words).join("; ")}</dd>
            </>
          )}
          {cause.speaks_against.length > 0 && (
            <>
              <dt className="text-ink-2">Against it</dt>
              <dd>{cause.speaks_against.map(words).join("; ")}</dd>
            </>
          )}
          {cause.records.map((record) => (
            <div key={record.code} className="contents">
              <dt className="text-ink-2">
                {record.speaks_for ? "On record" : "On record, against"}
              </dt>
              <dd>{record.text}</dd>
            </div>
          ))}
        </dl>
      )}
    </li>
  );
}
