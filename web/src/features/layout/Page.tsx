/** Layout: a part begun here, or the part of a job's line, laid out anew. */
import { useQuery } from "@tanstack/react-query";
import { useSearch } from "@tanstack/react-router";
import { keys } from "@/api/keys";
import { wholeJob } from "@/api/lists";
import { SCREEN } from "@/text";
import { LAYOUT } from "@/text/layout";
import { Failed, Loading, Nothing } from "@/ui/states";
import { Layout } from "./Layout";
import { askedOf } from "./line";
import { USUAL } from "./model";

export function LayoutPage() {
  const { job, line, typed } = useSearch({ from: "/layout" });
  if (job === undefined || line === undefined)
    return <Layout storage="galvanon.layout" begin={USUAL} typed={typed} />;
  return <OfLine key={line} job={job} line={line} />;
}

function OfLine({ job, line }: { job: string; line: string }) {
  const found = useQuery({
    queryKey: keys.job(job),
    queryFn: () => wholeJob(job),
  });
  if (found.isPending) return <Loading what={LAYOUT.working} />;
  if (found.error) return <Failed error={found.error} onRetry={() => void found.refetch()} />;
  const view = found.data.lines.find((each) => each.line.id === line);
  const begin = view === undefined ? null : askedOf(view.line.input);
  if (view === undefined || begin === null)
    return <Nothing title={LAYOUT.noLine}>{SCREEN.noJob}</Nothing>;
  // a line that was saved meanwhile begins anew
  return (
    <Layout storage={`galvanon.layout.${line}.${view.line.version}`} begin={begin} line={view} />
  );
}
