/** What was learned this week, whether plans got truer, what changed, and which burns are far off. */
import { Link } from "@tanstack/react-router";
import type { Schemas } from "@/api/client";
import { className, KINDS, RECORD } from "@/text/record";
import { Button } from "@/ui/button";
import { usePreferences } from "@/ui/preferences";
import { May } from "@/ui/session";
import { firstChanges, shareSaid } from "./model";

type Props = {
  reply: Schemas["FactorsReply"];
  nameOf: (id: string | null | undefined) => string;
  /** The shop says that a rig changed. */
  onChanged: (change: Schemas["SeenWire"]) => void;
};

const day = (at: string) =>
  new Date(at).toLocaleDateString(undefined, { day: "numeric", month: "short" });
const HONEST: Record<string, string> = {
  honest: RECORD.honest,
  tight: RECORD.tight,
  wide: RECORD.wide,
};
/** Burns that are shown as far off at most: the newest. */
const FLAGGED = 5;

export function Told({ reply, nameOf, onChanged }: Props) {
  const { system } = usePreferences();
  const fill = (text: string, words: Record<string, string>) =>
    text.replace(/\{(\w+)\}/g, (_, name: string) => words[name] ?? "");
  const title = "text-base font-semibold";
  return (
    <>
      <section aria-label={RECORD.week} className="text-sm" data-week={reply.week.length}>
        <h2 className={title}>
          {RECORD.week}: {reply.week_burns} {RECORD.burns}
        </h2>
        {reply.week.length === 0 && <p>{RECORD.weekNone}</p>}
        <ul className="flex list-disc flex-col gap-1 pl-4">
          {reply.week.map((moved) => (
            <li key={`${moved.kind} ${className(moved.class, system)}`}>
              {KINDS[moved.kind]}, {className(moved.class, system)}: {moved.before.toFixed(2)} →{" "}
              <strong>{moved.now.toFixed(2)}</strong>, n = {moved.n}
            </li>
          ))}
        </ul>
      </section>
      {reply.changes.length > 0 && (
        <section
          aria-label={RECORD.changed}
          className="text-sm"
          data-changes={reply.changes.length}
        >
          <h2 className={title}>{RECORD.changed}</h2>
          <ul className="flex list-disc flex-col gap-1 pl-4">
            {firstChanges(reply.changes).map((change) => (
              <li key={`${change.kind} ${change.job}`}>
                {fill(RECORD.changedLine, {
                  kind: KINDS[change.kind] ?? "",
                  job: change.job ?? RECORD.noJob,
                  way: change.more ? RECORD.more : RECORD.less,
                  day: day(change.happened_at),
                })}
                {change.job_id != null && (
                  <May right="settle">
                    <Button className="my-1 block" onClick={() => onChanged(change)}>
                      {RECORD.itChanged}
                    </Button>
                  </May>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-label={RECORD.truer} className="text-sm" data-truer={reply.truer.length}>
        <h2 className={title}>{RECORD.truer}</h2>
        <ul className="flex list-disc flex-col gap-1 pl-4">
          {reply.truer.map((one) => (
            <li key={one.kind}>
              {fill(RECORD.truerLine, {
                kind: KINDS[one.kind] ?? "",
                before: one.before_percent.toFixed(0),
                after: one.after_percent.toFixed(0),
                share: shareSaid(one),
              })}{" "}
              {HONEST[one.honesty]}
            </li>
          ))}
        </ul>
      </section>
      {reply.flagged.length > 0 && (
        <section
          aria-label={RECORD.flagged}
          className="text-sm"
          data-flagged={reply.flagged.length}
        >
          <h2 className={title}>{RECORD.flagged}</h2>
          <ul className="flex list-disc flex-col gap-1 pl-4">
            {reply.flagged.slice(-FLAGGED).map((one) => (
              <li key={`${one.burn_id} ${one.kind}`}>
                {fill(RECORD.flaggedLine, {
                  day: day(one.happened_at),
                  who: nameOf(one.person_id),
                  kind: (KINDS[one.kind] ?? "").toLowerCase(),
                  factor: one.factor.toFixed(2),
                })}{" "}
                <Link
                  to="/record"
                  search={{ part: "log", around: one.happened_at, burn: one.burn_id }}
                  className="underline"
                >
                  {RECORD.flaggedOpen}
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
