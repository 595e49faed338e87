/** Layout: a plate on trestles, the part on it, and the paths of the torch round it. The plate is the form. */
import { useMemo, useState } from "react";
import { Warnings } from "@/cut";
import { boxOf } from "@/draw/layout/geometry";
import { LAYOUT } from "@/text/layout";
import { useKept } from "@/ui/kept";
import { Failed, Loading } from "@/ui/states";
import { CutInputs } from "./CutInputs";
import { Figures } from "./Figures";
import { Handles } from "./Handles";
import { type Asked, USUAL } from "./model";
import { Outputs } from "./Outputs";
import { PartInputs } from "./PartInputs";
import { Legend } from "./PathList";
import { RunBar } from "./RunBar";
import { Sheets } from "./Sheets";
import { Stage } from "./Stage";
import { TypedPart } from "./TypedPart";
import { useLayout } from "./useLayout";
import { useRunThrough } from "./useRunThrough";

export function LayoutPage() {
  const [asked, setAsked] = useKept<Asked>("galvanon.layout", USUAL);
  const [picked, setPicked] = useState<number | null>(null);
  const { drawing, reading, part, laid, body, failures } = useLayout(asked);
  const paths = useMemo(() => laid?.paths ?? [], [laid]);
  const run = useRunThrough(paths);
  const fault = failures.paths?.fields[0];
  const marked = (failures.shape ?? failures.paths)?.fields[0];
  const at = (marked?.value as { at?: number[] | null } | null | undefined)?.at ?? null;
  const pick = (order: number) => {
    setPicked(order);
    run.goTo(order);
  };
  return (
    <div className="grid gap-3 lg:grid-cols-[minmax(0,1fr)_360px]">
      <div className="flex min-w-0 flex-col gap-2">
        <header className="flex flex-wrap items-center justify-between gap-2">
          <h1 className="text-lg font-semibold">{LAYOUT.title}</h1>
          {laid !== undefined && (
            <Figures
              laid={laid}
              count={asked.count}
              onCount={(count) => setAsked({ ...asked, count })}
            />
          )}
        </header>
        <div className="flex h-[54vh] min-h-72 flex-col">
          {part === undefined ? (
            <Loading what={reading ? LAYOUT.reading : LAYOUT.working} />
          ) : (
            <Stage
              plate={asked.plate}
              part={part}
              laid={laid}
              picked={picked}
              onPick={pick}
              done={run.done}
              torch={run.torch}
              fault={at}
              onMove={(x_mm, y_mm) => setAsked({ ...asked, plate: { ...asked.plate, x_mm, y_mm } })}
              handles={(u, place) =>
                asked.file === null &&
                run.torch === null && (
                  <Handles
                    asked={asked}
                    u={u}
                    place={place}
                    box={boxOf([part.outer])}
                    onMeasures={(measures) =>
                      setAsked({ ...asked, measures: { ...asked.measures, ...measures } })
                    }
                    onHole={(index, hole) =>
                      setAsked({
                        ...asked,
                        holes: asked.holes.map((one, i) => (i === index ? hole : one)),
                      })
                    }
                  />
                )
              }
            />
          )}
        </div>
        {fault !== undefined && (
          <p
            className="rounded-md bg-stop-soft px-3 py-2 text-sm"
            role="alert"
            data-refused={fault.code}
          >
            {fault.message}
          </p>
        )}
        {laid !== undefined && <RunBar run={run} laid={laid} />}
        <Legend />
        {laid !== undefined && <Sheets laid={laid} picked={picked} onPick={pick} />}
      </div>
      <div className="flex min-w-0 flex-col gap-3">
        <TypedPart asked={asked} onChange={setAsked} />
        <PartInputs asked={asked} onChange={setAsked} failure={failures.shape} drawing={drawing} />
        <CutInputs
          asked={asked}
          onChange={setAsked}
          problem={failures.cut?.fields[0]?.message}
          orders={laid?.orders ?? []}
        />
        {failures.cut !== null && failures.cut.fields.length === 0 && (
          <Failed error={failures.cut} />
        )}
        {laid !== undefined && <Warnings notes={laid.notes} />}
        {body !== null && <Outputs body={body} />}
        <p className="text-xs text-ink-2">
          {LAYOUT.hand} {LAYOUT.dryRun}
        </p>
      </div>
    </div>
  );
}
