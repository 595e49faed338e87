/** A cut list pasted or picked: planned row by row with its verdicts, kept only when said so. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "@tanstack/react-router";
import { Download } from "lucide-react";
import { Progress } from "radix-ui";
import { useState } from "react";
import { v7 } from "uuid";
import { ApiFailure, api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { once } from "@/api/once";
import { SCREEN, sentence, word } from "@/text";
import { tipShort } from "@/text/tip";
import { Button, buttonLook } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { useCurrency } from "@/ui/currency";
import { FilePick } from "@/ui/file-pick";
import { useKept } from "@/ui/kept";
import { type Level, LevelWord, Mark } from "@/ui/mark";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { Failed } from "@/ui/states";
import { Wide } from "@/ui/wide";
import { clock, print, setting } from "@/units";
import { type Row, useList } from "./useList";

const PROCESSES = ["guided", "freehand", "machine"].map((value) => ({ value, text: word(value) }));
/** Rows that a screen draws at once; all of them are planned and kept. */
const DRAWN = 400;
const LEVELS: Record<string, Level> = { ok: "ok", caution: "caution", stop: "stop", error: "stop" };

function base64(bytes: ArrayBuffer): string {
  let text = "";
  for (const byte of new Uint8Array(bytes)) text += String.fromCharCode(byte);
  return btoa(text);
}

function Rows({ rows }: { rows: Row[] }) {
  const { system } = usePreferences();
  const currency = useCurrency();
  return (
    <Wide label="The list, planned" className="rounded-md border border-line bg-sheet">
      <table className="w-full min-w-[720px] text-left text-sm" data-list="">
        <thead className="text-xs text-ink-2">
          <tr>
            <th className="px-2 py-1 font-normal">Row</th>
            <th className="px-2 font-normal">Cut, as understood</th>
            <th className="px-2 font-normal">Tip</th>
            <th className="px-2 font-normal">Oxygen</th>
            <th className="px-2 font-normal">Speed</th>
            <th className="px-2 font-normal">Time</th>
            <th className="px-2 text-right font-normal">Cost, {currency}</th>
          </tr>
        </thead>
        <tbody className="divide-y divide-line">
          {rows.slice(0, DRAWN).map((row) => (
            <tr
              key={row.row}
              data-row={row.row}
              data-row-verdict={row.verdict}
              className="align-top"
            >
              <td className="px-2 py-1.5">
                <span className="flex items-center gap-1">
                  <Mark level={LEVELS[row.verdict] ?? "info"} />
                  {row.row}
                </span>
              </td>
              <td className="px-2 py-1.5">
                {row.mark && <strong>{row.mark} </strong>}
                {row.problems.length === 0 ? row.echo : row.typed}
                {row.problems.map((problem) => (
                  <span key={problem} className="block text-xs text-stop">
                    {problem}
                  </span>
                ))}
                {row.settings?.notes.map((note) => (
                  <span key={note.code} className="ml-2 text-xs text-ink-2">
                    {sentence("notes", note.code, note.values, system, note.text).split(/[:.] /)[0]}
                  </span>
                ))}
              </td>
              {row.settings === null || row.settings === undefined ? (
                <td colSpan={5} className="px-2 py-1.5 text-ink-2">
                  not planned
                </td>
              ) : (
                <>
                  <td className="px-2 py-1.5 whitespace-nowrap">{tipShort(row.settings)}</td>
                  <td className="px-2 py-1.5 whitespace-nowrap">
                    {row.settings.oxygen_pressure_kpa == null
                      ? setting(null, system)
                      : print(row.settings.oxygen_pressure_kpa, "pressure", system)}
                  </td>
                  <td className="px-2 py-1.5 whitespace-nowrap">
                    {print(row.settings.travel_speed_mm_min, "speed", system)}
                  </td>
                  <td className="px-2 py-1.5 whitespace-nowrap">{clock(row.settings.time_s)}</td>
                  <td className="px-2 py-1.5 text-right">
                    {row.settings.cost == null ? "" : print(row.settings.cost, "money", system)}
                  </td>
                </>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > DRAWN && (
        <p className="px-2 py-1.5 text-sm text-ink-2">
          and {rows.length - DRAWN} more rows, planned and kept like these
        </p>
      )}
    </Wide>
  );
}

export function ListPage() {
  const { jobId } = useParams({ from: "/jobs/$jobId/list" });
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [text, setText] = useKept(`galvanon.list.${jobId}`, "");
  const [book, setBook] = useState<{ name: string; xlsx: string } | null>(null);
  const [process, setProcess] = useKept("galvanon.list.process", "guided");
  const job = useQuery({
    queryKey: keys.job(jobId),
    queryFn: () => data(api.GET("/api/v1/jobs/{id}", { params: { path: { id: jobId } } })),
  });
  const { plan, progress, failure } = useList(jobId);
  const rows = progress?.rows ?? [];
  const good = rows.filter((row) => row.verdict !== "error");
  const keep = useMutation({
    mutationFn: () => {
      const lines = good.map((row) => ({
        id: v7(),
        typed: row.typed,
        input: row.input as Record<string, never>,
      }));
      const meant = lines.map(({ typed, input }) => [typed, input]);
      return once(["list", jobId, meant], { lines }, (_, body) =>
        data(api.POST("/api/v1/cut-lists/{id}/keep", { params: { path: { id: jobId } }, body })),
      );
    },
    onSuccess: async () => {
      setText("");
      await queries.invalidateQueries();
      await navigate({ to: "/jobs/$jobId", params: { jobId } });
    },
  });

  async function pick(file: File) {
    if (/\.xlsx$/i.test(file.name)) {
      const xlsx = base64(await file.arrayBuffer());
      setBook({ name: file.name, xlsx });
      return plan({ text: null, xlsx, process });
    }
    const read = await file.text();
    setBook(null);
    setText(read);
    return plan({ text: read, xlsx: null, process });
  }

  const run = (how = process) => void plan({ text, xlsx: book?.xlsx ?? null, process: how });
  const count = (verdict: string) => rows.filter((row) => row.verdict === verdict).length;
  const seconds = good.reduce((sum, row) => sum + (row.settings?.time_s ?? 0), 0);
  return (
    <div className="flex flex-col gap-4">
      <header className="flex flex-wrap items-center justify-between gap-2">
        <div>
          <h1 className="text-lg font-semibold">Cut list: {job.data?.job.name}</h1>
          <p className="text-sm text-ink-2">{SCREEN.listLead}</p>
        </div>
        <span className="flex flex-wrap gap-2">
          <a className={buttonLook("quiet")} href={`/api/v1/jobs/${jobId}/cuts.csv`} download>
            <Download size={16} aria-hidden="true" /> This job as CSV
          </a>
          <Link to="/jobs/$jobId" params={{ jobId }} className={buttonLook("quiet")}>
            Back to the cuts
          </Link>
        </span>
      </header>
      <div className="grid gap-3 md:grid-cols-[minmax(0,1fr)_220px]">
        <label className="flex flex-col gap-0.5 text-xs text-ink-2">
          {book === null ? "The list" : `From ${book.name}`}
          <textarea
            data-list-text=""
            rows={7}
            value={text}
            placeholder={
              "mark, qty, thickness (in), length (in), surface, grade\nG1, 4, 3/4, 36, light rust, A36\n\nor one typed line a cut:\n4x 3/4 plate 36in guided, rust"
            }
            onChange={(event) => {
              setBook(null);
              setText(event.target.value);
            }}
            className="rounded-md border border-line-strong bg-sheet p-2 font-mono text-sm text-ink"
          />
        </label>
        <div className="flex flex-col gap-3">
          <Choice
            label="Where a row does not say, the torch is moved"
            value={process}
            options={PROCESSES}
            onChange={(next) => {
              setProcess(next);
              if (progress !== null) run(next);
            }}
          />
          <FilePick
            label="Pick a CSV or XLSX file"
            accept=".csv,.xlsx,text/csv,text/plain"
            onPick={(file) => void pick(file)}
          />
          <Button
            look={rows.length === 0 ? "next" : "quiet"}
            disabled={text.trim() === "" && book === null}
            onClick={() => run()}
          >
            Plan the list
          </Button>
        </div>
      </div>
      {failure?.fields.map((field) => (
        <Notice key={field.code} level="caution">
          {field.message}
        </Notice>
      ))}
      {failure && failure.fields.length === 0 && <Failed error={failure} onRetry={() => run()} />}
      {progress !== null && (
        <>
          <Progress.Root
            value={progress.total === 0 ? 0 : (100 * rows.length) / progress.total}
            aria-label="Rows planned"
            className="h-1.5 w-full overflow-hidden bg-sunk"
          >
            <Progress.Indicator
              className="h-full bg-accent"
              style={{
                width: `${progress.total === 0 ? 0 : (100 * rows.length) / progress.total}%`,
              }}
            />
          </Progress.Root>
          <div
            className="flex flex-wrap items-center gap-x-5 gap-y-2"
            data-list-done={progress.done}
          >
            <span className="text-sm">
              <strong>
                {rows.length} of {progress.total}
              </strong>{" "}
              rows, {clock(seconds)} in all
            </span>
            {(["ok", "caution", "stop"] as const).map((level) => (
              <span key={level} className="flex items-center gap-1 text-sm">
                <LevelWord level={level} /> {count(level)}
              </span>
            ))}
            {count("error") > 0 && (
              <span className="text-sm font-semibold text-stop" data-faulty={count("error")}>
                {count("error")} not understood
              </span>
            )}
            <Button
              look="next"
              disabled={!progress.done || good.length === 0 || keep.isPending}
              onClick={() => keep.mutate()}
            >
              {count("error") === 0
                ? `Keep all ${good.length}`
                : `Keep the ${good.length} that are understood`}
            </Button>
          </div>
          {keep.error instanceof ApiFailure && keep.error.fields.length > 0 ? (
            <Notice level="caution">{keep.error.fields[0]?.message}</Notice>
          ) : (
            keep.error && <Failed error={keep.error} />
          )}
          <Rows rows={rows} />
        </>
      )}
    </div>
  );
}
