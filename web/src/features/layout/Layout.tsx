/** A plate on trestles, the part on it, and the paths of the torch round it. The plate is the form. */
import { useMemo, useState } from "react";
import type { LineView, Schemas } from "@/api/client";
import { facts, Warnings } from "@/cut";
import { AddToJob } from "@/cut/AddToJob";
import { Outputs } from "@/cut/layout/Outputs";
import { Legend } from "@/cut/layout/PathList";
import { boxOf } from "@/draw/layout/geometry";
import { refusal } from "@/text";
import { LAYOUT } from "@/text/layout";
import { useKept } from "@/ui/kept";
import { usePreferences } from "@/ui/preferences";
import { May } from "@/ui/session";
import { Failed, Loading } from "@/ui/states";
import { CutInputs } from "./CutInputs";
import { Figures } from "./Figures";
import { Handles } from "./Handles";
import { lineInput } from "./line";
import { type Asked, fileRequest, nearestRim, startKey, USUAL } from "./model";
import { PartInputs } from "./PartInputs";
import { RunBar } from "./RunBar";
import { SaveToJob } from "./SaveToJob";
import { Stage } from "./Stage";
import { Stops } from "./Stops";
import { Sheets } from "./sheets/Sheets";
import { stopsOf, withStops } from "./stops";
import { TypedPart } from "./TypedPart";
import { useLayout } from "./useLayout";
import { useRunThrough } from "./useRunThrough";

type Props = {
  /** Where what is typed is kept on this device. */
  storage: string;
  /** What one begins from. */
  begin: Asked;
  /** The line of a job that is laid out anew. */
  line?: LineView | undefined;
  /** A part that was typed on another page. */
  typed?: string | undefined;
};

export function Layout({ storage, begin, line: old, typed }: Props) {
  const { system } = usePreferences();
  const [kept, setAsked] = useKept<Asked>(storage, begin);
  // what an older version kept may lack what is new
  const asked = useMemo(() => ({ ...USUAL, ...kept }), [kept]);
  const [picked, setPicked] = useState<number | null>(null);
  const { drawing, reading, part, laid, body, failures } = useLayout(asked);
  const paths = useMemo(() => laid?.paths ?? [], [laid]);
  const run = useRunThrough(paths);
  const fault = failures.paths?.fields[0];
  const marked = (failures.shape ?? failures.paths)?.fields[0];
  const at = (marked?.value as { at?: number[] | null } | null | undefined)?.at ?? null;
  const looked = run.playing ? undefined : paths.find(({ order }) => order === picked);
  const start = (path: Schemas["PathWire"], at: { x_mm: number; y_mm: number } | null) => {
    const { [startKey(path.of, path.index)]: _, ...others } = asked.starts;
    const starts = at === null ? others : { ...others, [startKey(path.of, path.index)]: at };
    setAsked({ ...asked, starts });
  };
  const line = useMemo(() => {
    if (body?.plan == null || laid === undefined) return null;
    const input = lineInput(asked, body);
    const cut = { ...body.plan.cut, ...input.cut };
    return { input, request: { ...body.plan, ...input, cut } };
  }, [asked, body, laid]);
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
                run.torch === null || picked !== null ? (
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
                    picked={looked}
                    onStop={(index, { x, y }) => {
                      if (looked === undefined) return;
                      const to = { x_mm: x - asked.plate.x_mm, y_mm: y - asked.plate.y_mm };
                      const places = stopsOf(looked, asked.plate).map((place, i) =>
                        i === index ? to : place,
                      );
                      setAsked(withStops(asked, looked, places));
                    }}
                    onStart={({ x, y }) =>
                      looked &&
                      start(looked, { x_mm: x - asked.plate.x_mm, y_mm: y - asked.plate.y_mm })
                    }
                  />
                ) : null
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
            {refusal(fault, system)}
          </p>
        )}
        {laid !== undefined && <RunBar run={run} laid={laid} />}
        <Legend hatched={laid?.marks.hatched ?? "kept"} />
        {looked !== undefined && (
          <Stops
            asked={asked}
            path={looked}
            onChange={setAsked}
            onBestStart={() => start(looked, null)}
          />
        )}
        {laid !== undefined && (
          <Sheets
            laid={laid}
            picked={picked}
            onPick={pick}
            count={asked.count}
            thickness={asked.thickness_mm}
          />
        )}
      </div>
      <div className="flex min-w-0 flex-col gap-3">
        <TypedPart asked={asked} onChange={setAsked} typed={typed} />
        <PartInputs asked={asked} onChange={setAsked} failure={failures.shape} drawing={drawing} />
        <CutInputs
          asked={asked}
          onChange={setAsked}
          problem={failures.cut?.fields[0] && refusal(failures.cut.fields[0], system)}
          orders={laid?.orders ?? []}
          hangs={part !== undefined && nearestRim(boxOf([part.outer]), asked.plate) === null}
        />
        {failures.cut !== null && failures.cut.fields.length === 0 && (
          <Failed error={failures.cut} />
        )}
        {laid !== undefined && <Warnings notes={laid.notes} />}
        {line !== null && (
          <May right="plan">
            {old === undefined ? (
              <AddToJob typed={facts(line.request, system)} input={line.input} />
            ) : (
              <SaveToJob line={old.line} typed={facts(line.request, system)} input={line.input} />
            )}
          </May>
        )}
        {body !== null && <Outputs body={fileRequest(body)} />}
        <p className="text-xs text-ink-2">
          {LAYOUT.hand} {LAYOUT.dryRun}
        </p>
      </div>
    </div>
  );
}
