/** A work as it is planned: drawn to scale in the stage that is looked at, with its stages one under the other. */
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { WorkDrawing } from "@/draw/work";
import { cutStage, measuresOf, wordsOf } from "./line";
import { Stages } from "./Stages";

type Props = {
  work: Pick<Schemas["WorkReply"], "kind" | "stages">;
  request: object | null;
  stopped: boolean;
};

export function Planned({
  work,
  request,
  stopped,
  children,
}: Props & { children?: React.ReactNode }) {
  const [at, setAt] = useState(0);
  // a plan with fewer stages keeps the last one open
  const open = Math.min(at, work.stages.length - 1);
  return (
    <>
      <WorkDrawing
        kind={work.kind}
        measures={measuresOf(request, work.stages)}
        words={wordsOf(request)}
        cutStage={cutStage(work.stages)}
        stage={work.stages[open]?.code ?? ""}
      />
      {children}
      <Stages stages={work.stages} stopped={stopped} at={open} onAt={setAt} />
    </>
  );
}
