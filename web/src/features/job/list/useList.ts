/** A cut list planned row by row: the server streams a line of JSON for each, shown as it comes. */
import { useRef, useState } from "react";
import { ApiFailure, type Schemas } from "@/api/client";
import { lines, type Progress, type Row } from "./list";

export type Asked = { text: string | null; xlsx: string | null; process: string };

async function refusalOf(response: Response): Promise<ApiFailure> {
  const body = (await response.json().catch(() => null)) as Schemas["ErrorBody"] | null;
  if (body === null) return new ApiFailure("internal", "The server answered with an error.");
  return new ApiFailure(body.error.code, body.error.message, body.error.fields);
}

export function useList(jobId: string) {
  const [progress, setProgress] = useState<Progress | null>(null);
  const [failure, setFailure] = useState<ApiFailure | null>(null);
  const running = useRef<AbortController | null>(null);

  async function plan(asked: Asked) {
    running.current?.abort();
    const mine = new AbortController();
    running.current = mine;
    setFailure(null);
    setProgress({ rows: [], total: 0, done: false });
    const body = {
      job_id: jobId,
      text: asked.xlsx === null ? asked.text : null,
      xlsx_base64: asked.xlsx,
      usual_process: asked.process === "" ? null : asked.process,
    };
    try {
      const response = await globalThis.fetch("/api/v1/cut-lists/plan", {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify(body),
        signal: mine.signal,
      });
      if (!response.ok || response.body === null) throw await refusalOf(response);
      const rows: Row[] = [];
      let total = 0;
      let shown = 0;
      for await (const line of lines(response.body)) {
        if (line === "") continue;
        const read = JSON.parse(line) as Row | { rows: number; done: boolean };
        if ("rows" in read) total = read.rows;
        else rows.push(read);
        // a long list is redrawn some forty times, not ten thousand
        if (rows.length - shown > total / 40) {
          shown = rows.length;
          setProgress({ rows: [...rows], total, done: false });
        }
      }
      setProgress({ rows, total, done: true });
    } catch (error) {
      if (mine.signal.aborted) return;
      setProgress(null);
      setFailure(
        error instanceof ApiFailure
          ? error
          : new ApiFailure("offline", "The shop's server does not answer."),
      );
    }
  }

  return { plan, progress, failure };
}
