/** One cut: its settings, the clock of its start, its pace, and how it came out, in two touches. */

import { useState } from "react";
import { facts } from "@/cut";
import { askedAfter } from "@/cut/work/line";
import { sentence, word } from "@/text";
import { OUTCOMES, RUN } from "@/text/run";
import { isHeatingHead, tipShort } from "@/text/tip";
import { usePreferences } from "@/ui/preferences";
import { print, setting } from "@/units";
import {
  type Cut,
  type CutEvent,
  cutsSinceCleaned,
  type Doc,
  distances,
  type RunEvent,
} from "../model";
import { Big } from "../panels/Big";
import { Pace } from "../panels/Pace";
import { type Going, type Outcome, partAt } from "../piece/going";
import { type Part, partsOf } from "../piece/parts";
import type { Marks } from "../piece/useGoing";
import { Clock, GasLeft, Heating } from "./Clocks";
import { Lost } from "./GoOn";
import { PathAhead } from "./PathAhead";
import { Signs } from "./Signs";
import { Stroke, StrokeBefore } from "./StrokeAhead";
import { After, WorkStage } from "./WorkStage";

type Props = {
  doc: Doc;
  events: readonly RunEvent[];
  /** The run that goes on. */
  run: string | null;
  cut: Cut;
  made: readonly CutEvent[];
  going: Going;
  marks: Marks;
  onOutcome: (outcome: Outcome, findings: string[], spared: boolean | null) => void;
  /** The stroke before came out otherwise. */
  onStroke: (outcome: Outcome) => void;
  onGoOn: () => void;
  /** The tip was cleaned. */
  onCleaned: () => void;
};

/** The count of cuts that asks for the cleaner, where the shop cleans by count. */
type CleanProps = Pick<Props, "doc" | "events" | "run" | "onCleaned">;

function CleanTip({ doc, events, run, onCleaned }: CleanProps) {
  const made = cutsSinceCleaned(events, run);
  const after = doc.clean_after_cuts;
  if (after == null || made < after) return null;
  return (
    <div className="flex flex-wrap items-center gap-4 text-xl" data-clean={made}>
      <p className="font-bold text-caution">
        {made} {RUN.sinceCleaned}
      </p>
      <Big onClick={onCleaned}>{RUN.cleaned}</Big>
    </div>
  );
}

/** What is set, in large figures. */
function Settings({ doc, cut, part }: { doc: Doc; cut: Cut; part: Part }) {
  const { system } = usePreferences();
  const { plan, request } = cut;
  // the head's own chart says what its regulators stand at
  if (isHeatingHead(part.tip))
    return <p className="text-2xl font-bold first-letter:uppercase">{tipShort(part.tip)}</p>;
  const rows: [string, string][] = [
    ["Tip", tipShort(part.tip)],
    ["Oxygen", setting(part.oxygen, system)],
    [word(request.gas.fuel), setting(part.fuel, system)],
    ["Pace", print(part.pace, "speed", system)],
  ];
  const [large, small] = distances(doc, plan, system);
  return (
    <dl className="grid grid-cols-[repeat(auto-fit,minmax(150px,1fr))] gap-x-4 gap-y-1">
      {rows.map(([name, value]) => (
        <div key={name}>
          <dt className="text-xl text-ink-2 first-letter:uppercase">{name}</dt>
          <dd className="text-2xl leading-tight font-bold">{value}</dd>
        </div>
      ))}
      <div data-distance={large.by}>
        <dt className="text-xl text-ink-2">{large.name}</dt>
        <dd className="text-2xl leading-tight font-bold">{large.value}</dd>
        <dd className="text-xl">
          {small.name} {small.value}
        </dd>
      </div>
    </dl>
  );
}

export function CutCard({
  doc,
  events,
  run,
  cut,
  made,
  going,
  marks,
  onOutcome,
  onStroke,
  onGoOn,
  onCleaned,
}: Props) {
  const [seen, setSeen] = useState<string[]>([]);
  const [spared, setSpared] = useState<boolean | null>(null);
  const after = cut.request.work ? askedAfter(cut.request.work) : null;
  const { system } = usePreferences();
  const { plan, request } = cut;
  const part = partsOf(cut)[partAt(cut, going)] as Part;
  const cue = (quantity: string) => {
    const found = plan.cues.find((each) => each.quantity === quantity);
    return found ? sentence("cues", found.code, {}, system, found.text) : "";
  };
  const urgent = plan.notes.filter((note) => note.level === "caution");
  return (
    <div className="flex flex-col gap-4" data-cut={going.stage} data-made={made.length}>
      {going.stage === "ready" && (
        <>
          <h2 className="text-[clamp(28px,4vw,40px)] leading-tight font-bold">
            {facts(request, system)}
          </h2>
          <Settings doc={doc} cut={cut} part={part} />
          <CleanTip doc={doc} events={events} run={run} onCleaned={onCleaned} />
          {part.order !== null && <Stroke cut={cut} order={part.order} />}
          {plan.work && part.order !== null && <WorkStage cut={cut} order={part.order} />}
          {part.order !== null && <PathAhead cut={cut} order={part.order} />}
          <GasLeft doc={doc} events={events} from={null} />
          <StrokeBefore going={going} onStroke={onStroke} />
          {urgent.map((note) => (
            <p key={note.code} className="text-xl font-semibold text-caution">
              {sentence("notes", note.code, note.values, system, note.text)}
            </p>
          ))}
          {!plan.work && (
            <Pace pace={part.pace} length={part.length} stops={part.stops} since={null} />
          )}
        </>
      )}
      {going.stage === "heating" && (
        <>
          <Clock from={marks.heat} large="text-[min(22vw,30vh,180px)]" />
          <Heating
            from={marks.heat}
            part={part}
            cue={cue("start_preheat_s")}
            hot={request.policy?.how_hot ?? "cherry"}
          />
        </>
      )}
      {going.stage === "cutting" && (
        <>
          <Clock from={marks.lever} large="text-[min(16vw,26vh,120px)]" />
          <GasLeft doc={doc} events={events} from={marks.lever} />
          {plan.work && part.order !== null ? (
            <WorkStage cut={cut} order={part.order} />
          ) : (
            <>
              <Pace pace={part.pace} length={part.length} stops={part.stops} since={marks.lever} />
              <p className="text-xl">{cue("travel_speed_mm_min")}</p>
            </>
          )}
        </>
      )}
      {going.stage === "lost" && <Lost cut={cut} onGoOn={onGoOn} />}
      {going.stage === "outcome" && (
        <div className="flex flex-col gap-3">
          {after !== null && <After what={after} spared={spared} onSpared={setSpared} />}
          <p className="text-2xl font-bold">{plan.work ? RUN.howWasIt : RUN.howIsEdge}</p>
          <div className="grid grid-cols-2 gap-3 lg:grid-cols-4">
            {OUTCOMES.map(({ code, text }) => (
              <Big
                key={code}
                onClick={() => {
                  onOutcome(code, seen, spared);
                  // what was said of this piece is not said of the next one
                  setSeen([]);
                  setSpared(null);
                }}
                className="min-h-20"
                data-outcome={code}
              >
                {text}
              </Big>
            ))}
          </div>
          {!plan.work && <Signs signs={doc.signs} seen={seen} onSeen={setSeen} />}
        </div>
      )}
    </div>
  );
}
