/** Puts a part that was laid out anew back into its line. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { Save } from "lucide-react";
import { api, data, type Schemas } from "@/api/client";
import { LAYOUT } from "@/text/layout";
import { Button, buttonLook } from "@/ui/button";
import { Failed } from "@/ui/states";
import { type LineInput, relaid } from "./line";

type Props = { line: Schemas["JobLine"]; typed: string; input: LineInput };

export function SaveToJob({ line, typed, input }: Props) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const there = {
    to: "/jobs/$jobId",
    params: { jobId: line.job_id },
    search: { line: line.id },
  } as const;
  const save = useMutation({
    mutationFn: () => {
      const body = { version: line.version, typed, input: relaid(line.input, input) };
      return data(api.PATCH("/api/v1/job-lines/{id}", { params: { path: { id: line.id } }, body }));
    },
    onSuccess: async () => {
      await queries.invalidateQueries();
      await navigate(there);
    },
  });
  return (
    <div className="flex flex-col gap-2">
      <span className="flex flex-wrap gap-2">
        <Button look="next" disabled={save.isPending} onClick={() => save.mutate()}>
          <Save size={16} aria-hidden="true" /> {LAYOUT.save}
        </Button>
        <Link {...there} className={buttonLook("quiet")}>
          {LAYOUT.back}
        </Link>
      </span>
      {save.error && <Failed error={save.error} />}
    </div>
  );
}
