/** A cut list pasted or picked: planned row by row with its verdicts, kept only when said so. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "@tanstack/react-router";
import { Download } from "lucide-react";
import { useState } from "react";
import { v7 } from "uuid";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeJob } from "@/api/lists";
import { once } from "@/api/once";
import { options, SCREEN } from "@/text";
import { Button, buttonLook } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { FilePick } from "@/ui/file-pick";
import { useKept } from "@/ui/kept";
import { Failed } from "@/ui/states";
import { base64, understood } from "./list";
import { Planned } from "./Planned";
import { useList } from "./useList";

const PROCESSES = options(["guided", "freehand", "machine"]);
export function ListPage() {
  const { jobId } = useParams({ from: "/jobs/$jobId/list" });
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [text, setText] = useKept(`galvanon.list.${jobId}`, "");
  const [book, setBook] = useState<{ name: string; xlsx: string } | null>(null);
  const [process, setProcess] = useKept("galvanon.list.process", "guided");
  const job = useQuery({
    queryKey: keys.job(jobId),
    queryFn: () => wholeJob(jobId),
  });
  const { plan, progress, failure } = useList(jobId);
  const rows = progress?.rows ?? [];
  const keep = useMutation({
    mutationFn: () => {
      const lines = understood(rows).map((row) => ({
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
      {failure && failure.fields.length > 0 && <Failed error={failure} />}
      {failure && failure.fields.length === 0 && <Failed error={failure} onRetry={() => run()} />}
      {progress !== null && (
        <Planned
          come={progress}
          keeping={keep.isPending}
          error={keep.error}
          onKeep={() => keep.mutate()}
        />
      )}
    </div>
  );
}
