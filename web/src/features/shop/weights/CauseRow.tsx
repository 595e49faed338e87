/** A cause with its odds, and opened, the signs that show it. */
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { byTable, type Cause, LINKS, type Own, signsOf, withLink, withPrior } from "./weights";

/** In place of a sign: none is picked yet. */
const ADD = "add";

export function CauseRow({
  cause,
  own,
  onOwn,
  findings,
  error,
}: {
  cause: Cause;
  own: Own;
  onOwn: (own: Own) => void;
  findings: readonly Schemas["FindingWire"][];
  error: string | undefined;
}) {
  const [open, setOpen] = useState(false);
  const prior = own.priors[cause.code] ?? cause.table_prior;
  const mine = own.links.filter((each) => each.cause === cause.code);
  const table = (finding: string) => byTable(cause, finding);
  const shown = signsOf(cause, own);
  const words = (code: string) => findings.find((each) => each.code === code)?.text ?? code;
  return (
    <li
      className={`flex flex-col gap-2 border-b border-line px-3 py-2 ${open ? "lg:col-span-2" : ""}`}
      data-weights={cause.code}
    >
      <div className="flex items-start justify-between gap-3">
        <button
          type="button"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          className="min-h-9 flex-1 text-left text-sm hover:underline"
        >
          <strong className="block first-letter:uppercase">{cause.text}</strong>
          <span className="text-xs text-ink-2">
            {shown.length} signs{mine.length > 0 && `, ${mine.length} set by this shop`}
          </span>
        </button>
        <div className="w-28">
          <MeasureField
            label={prior === cause.table_prior ? "odds" : `odds; table ${cause.table_prior}`}
            kind="ratio"
            value={prior}
            error={error}
            onCommit={(value) => onOwn(withPrior(own, cause, value))}
          />
        </div>
      </div>
      {open && (
        <div className="grid gap-2 border-l-3 border-line pl-3 sm:grid-cols-2 lg:grid-cols-3">
          {shown.map((finding) => (
            <Choice
              key={finding}
              label={words(finding)}
              value={mine.find((each) => each.finding === finding)?.link ?? table(finding)}
              options={LINKS}
              onChange={(link) =>
                onOwn(withLink(own, { cause: cause.code, finding, link }, table(finding)))
              }
            />
          ))}
          <Choice
            label="Another sign that it shows here"
            value={ADD}
            options={[
              { value: ADD, text: "pick a sign" },
              ...findings
                .filter((each) => !shown.includes(each.code))
                .map((each) => ({ value: each.code, text: each.text })),
            ]}
            onChange={(finding) =>
              finding !== ADD &&
              onOwn(withLink(own, { cause: cause.code, finding, link: "weak" }, "never"))
            }
          />
        </div>
      )}
    </li>
  );
}
