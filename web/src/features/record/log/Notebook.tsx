/** A shop's own notebook: pasted or picked, asked what it does not say, its faults shown by row, kept when said so. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiFailure, api, data } from "@/api/client";
import { once } from "@/api/once";
import { fill } from "@/text/fill";
import { RECORD } from "@/text/record";
import { ANSWERS, burns, HOLDS, NOTEBOOK } from "@/text/record/notebook";
import { Button } from "@/ui/button";
import { FilePick } from "@/ui/file-pick";
import { useKept } from "@/ui/kept";
import { MatchedColumns, type Said, saying } from "@/ui/matched-columns";
import { Notice } from "@/ui/notice";
import { Sheet } from "@/ui/sheet";
import { Failed } from "@/ui/states";
import { faultsByRow, ROLES, request, someRows } from "./notebook";

export function Notebook({ onClose }: { onClose: () => void }) {
  const queries = useQueryClient();
  const [text, setText] = useKept("galvanon.notebook", "");
  const [said, setSaid] = useState<Said[]>([]);
  const [answers, setAnswers] = useState<{ dates?: string; decimal?: string }>({});
  const [leave, setLeave] = useState<number[]>([]);
  const body = request({ text, said, answers, leave });
  const read = useQuery({
    queryKey: ["notebook", body],
    enabled: text.trim() !== "",
    retry: false,
    placeholderData: (before) => before,
    queryFn: () => data(api.POST("/api/v1/burns/read", { body })),
  });
  const keep = useMutation({
    mutationFn: () =>
      once(["notebook", body], body, (id, body) =>
        data(api.PUT("/api/v1/burns/import/{id}", { params: { path: { id } }, body })),
      ),
    onSuccess: async () => {
      setText("");
      await queries.invalidateQueries();
      onClose();
    },
  });
  const say = (at: number, change: Said) => setSaid((now) => saying(now, at, change));
  const found = text.trim() === "" ? undefined : read.data;
  const failure = read.error instanceof ApiFailure ? read.error : null;
  const rows = found?.rows.length ?? 0;
  const far = (found?.rows ?? []).filter((row) => row.far.length > 0);
  const faults = faultsByRow(found?.faults ?? []);
  const doubled = found?.doubled ?? [];
  const count = (sentence: string, many: number) => fill(sentence, { count: many });
  return (
    <Sheet open onClose={onClose} title={RECORD.readIn} wide>
      <div className="flex flex-col gap-4" data-notebook={rows}>
        <p className="text-sm text-ink-2">{NOTEBOOK.lead}</p>
        <label className="flex flex-col gap-0.5 text-xs text-ink-2">
          {NOTEBOOK.text}
          <textarea
            rows={6}
            value={text}
            placeholder={NOTEBOOK.example}
            onChange={(event) => setText(event.target.value)}
            className="rounded-md border border-line-strong bg-sheet p-2 font-mono text-sm text-ink"
          />
        </label>
        <FilePick
          label={NOTEBOOK.pick}
          accept=".csv,text/csv,text/plain"
          onPick={(file) => void file.text().then(setText)}
        />
        {failure && <Failed error={failure} />}
        {(found?.asks ?? []).map((ask) => (
          <fieldset
            key={`${ask.what} ${ask.column}`}
            className="flex flex-wrap items-center gap-2 rounded-md bg-accent-soft p-3 text-sm"
            data-ask={ask.what}
          >
            <legend className="sr-only">{ANSWERS[ask.what]}</legend>
            <span>
              {fill(ANSWERS[ask.what] ?? "", { example: ask.example, heading: ask.heading })}
            </span>
            {ask.choices.map(({ code, unread }) => (
              <Button
                key={code}
                onClick={() =>
                  ask.what === "unit"
                    ? say(ask.column, { unit: code })
                    : setAnswers({ ...answers, [ask.what]: code })
                }
              >
                {ANSWERS[code] ?? code}
                {unread > 0 && ` (${count(NOTEBOOK.unread, unread)})`}
              </Button>
            ))}
          </fieldset>
        ))}
        {found && (
          <MatchedColumns
            label={NOTEBOOK.columns}
            columns={found.columns}
            preview={found.preview}
            roles={ROLES}
            name={(role) => HOLDS[role] ?? role}
            onSay={say}
          />
        )}
        {faults.length > 0 && (
          <ul className="flex flex-col gap-1" data-faults="">
            {faults.slice(0, 20).map(({ row, told }) => (
              <li key={row} className="flex flex-wrap items-center gap-2">
                <Notice level="caution">{told}</Notice>
                <Button look="bare" onClick={() => setLeave([...leave, row])}>
                  {count(NOTEBOOK.leaveRow, row)}
                </Button>
              </li>
            ))}
            {faults.length > 20 && (
              <li className="text-sm">{count(NOTEBOOK.more, faults.length - 20)}</li>
            )}
          </ul>
        )}
        {far.length > 0 && (
          <Notice level="caution">
            {count(NOTEBOOK.far, far.length)} {someRows(far.map(({ row }) => row))}
          </Notice>
        )}
        {doubled.length > 0 && (
          <div className="flex flex-wrap items-center gap-2" data-doubled={doubled.length}>
            <Notice level="caution">
              {count(NOTEBOOK.doubled, doubled.length)} {someRows(doubled)}
            </Notice>
            <Button look="bare" onClick={() => setLeave([...leave, ...doubled])}>
              {NOTEBOOK.leaveDoubled}
            </Button>
          </div>
        )}
        {found && found.asks.length === 0 && (
          <p className="text-sm" role="status" data-read={rows}>
            {fill(NOTEBOOK.found, { burns: burns(rows) })}
            {leave.length > 0 && ` ${count(NOTEBOOK.left, leave.length)} `}
            {leave.length > 0 && (
              <Button look="bare" onClick={() => setLeave([])}>
                {NOTEBOOK.takeBack}
              </Button>
            )}
          </p>
        )}
        {keep.error && <Failed error={keep.error} />}
        <Button
          look="next"
          className="self-start"
          disabled={rows === 0 || faults.length > 0 || keep.isPending}
          onClick={() => keep.mutate()}
        >
          {fill(NOTEBOOK.keep, { burns: burns(rows) })}
        </Button>
      </div>
    </Sheet>
  );
}
