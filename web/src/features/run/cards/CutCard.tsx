/** One cut: its settings, the clock of its start, its pace, and how it came out, in two touches. */

import { useState } from "react";
import { facts } from "@/cut";
import { askedAfter } from "@/cut/work/line";
import { SectionEnd } from "@/draw/section-end";
import { SignPicture } from "@/draw/sign";
import { sentence, word } from "@/text";
import { OUTCOMES, RUN } from "@/text/run";
import { holdsBefore } from "@/text/section";
import { tipShort } from "@/text/tip";
import { usePreferences } from "@/ui/preferences";
import { print, setting } from "@/units";
import { face } from "../clock";
import { type Going, type Outcome, partAt } from "../going";
import {
  type Cut,
  type CutEvent,
  cutsSinceCleaned,
  type Doc,
  distances,
  minutesLeft,
  type RunEvent,
} from "../model";
import { Big } from "../panels/Big";
import { HeatRamp } from "../panels/HeatRamp";
import { Pace } from "../panels/Pace";
import { type Part, partsOf } from "../parts";
import type { Marks } from "../useGoing";
import { useSeconds, useTicks } from "../useTicks";
import { PathAhead } from "./PathAhead";
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

/** Where the torch may come from was settled when the strokes were planned. */
const SIDES = ["above", "near", "far", "below"];

/** The stroke at hand: where it runs, how the torch is held, what must hold first, and why it comes now. */
function Stroke({ cut, order }: { cut: Cut; order: number }) {
  const { system } = usePreferences();
  const section = cut.plan.section;
  const stroke = section?.strokes.find((each) => each.order === order);
  if (!section || !stroke) return null;
  const shown = { stroke: order - 1, part: 0, slow: false };
  return (
    <div
      className="grid items-center gap-4 md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]"
      data-stroke={order}
    >
      <div className="flex flex-col gap-2 text-xl">
        <p className="text-2xl leading-tight font-bold">
          {order}. {stroke.part_text}, {print(stroke.travel_mm, "length", system)}
        </p>
        <p>
          {stroke.turned && "Turn the piece. "}
          Start: {word(stroke.start)}; {word(`attitude_${stroke.attitude}`)}, from{" "}
          {word(stroke.from)}. Stand: {word(stroke.stand)}.
        </p>
        {holdsBefore(section, order, system).map((hold) => (
          <p key={hold} className="font-bold text-caution">
            First {hold}.
          </p>
        ))}
        <p>{sentence("steps", stroke.why_code, {}, system, stroke.why)}</p>
        {stroke.slow.map((zone) => (
          <p key={zone.from_mm}>
            Slow at the {word(zone.why)}: {print(zone.speed_mm_min, "speed", system)}
          </p>
        ))}
      </div>
      <SectionEnd section={section} torch={shown} running={false} sides={SIDES} />
    </div>
  );
}

/** Below so many minutes the gas left is told as a warning: time to end a cut and change a cylinder. Ours. */
const SOON = 5;

/** Signs that are told by their picture, before the outcome or not at all. */
const SIGNS = [
  "drag_lines_raked",
  "dross_hard",
  "top_edge_rounded",
  "face_gouged",
  "notch_at_stop",
  "not_through",
  "kerf_wide",
  "out_of_square",
];

function Signs({
  signs,
  seen,
  onSeen,
}: {
  signs: Doc["signs"];
  seen: string[];
  onSeen: (seen: string[]) => void;
}) {
  const shown = SIGNS.flatMap((code) => signs.findings.filter((each) => each.code === code));
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="pb-1 text-xl">{RUN.signs}</legend>
      <div className="grid gap-2 md:grid-cols-2">
        {shown.map((finding) => {
          const on = seen.includes(finding.code);
          return (
            <Big
              key={finding.code}
              look={on ? "picked" : "plain"}
              aria-pressed={on}
              onClick={() =>
                onSeen(on ? seen.filter((each) => each !== finding.code) : [...seen, finding.code])
              }
              className="justify-start text-left"
              data-sign={finding.code}
            >
              <SignPicture finding={finding} right={signs.right} />
              {finding.text}
            </Big>
          );
        })}
      </div>
    </fieldset>
  );
}

function Lost({ cut, onGoOn }: { cut: Cut; onGoOn: () => void }) {
  const { system } = usePreferences();
  const [through, setThrough] = useState<boolean | null>(null);
  if (through === null)
    return (
      <div className="flex flex-col gap-3" data-recovery="asked">
        <p className="text-2xl font-bold">{RUN.through}</p>
        <div className="grid grid-cols-2 gap-3">
          <Big onClick={() => setThrough(true)}>{RUN.yes}</Big>
          <Big onClick={() => setThrough(false)}>{RUN.no}</Big>
        </div>
      </div>
    );
  const steps = through ? cut.lost_through : cut.lost_not_through;
  return (
    <div className="flex flex-col gap-3" data-recovery={through ? "through" : "not_through"}>
      <ol className="flex list-decimal flex-col gap-2 pl-10 text-xl">
        {steps.map((step) => (
          <li key={step.code}>{sentence("steps", step.code, step.values, system, step.text)}</li>
        ))}
      </ol>
      <Big look="next" onClick={onGoOn}>
        {RUN.outOfHere}
      </Big>
    </div>
  );
}

/** How the stroke before came out: good, where nobody says otherwise. */
function StrokeBefore({ going, onStroke }: { going: Going; onStroke: Props["onStroke"] }) {
  const last = going.made?.at(-1);
  if (last === undefined) return null;
  return (
    <fieldset className="flex flex-col gap-2" data-stroke-before={last.outcome}>
      <legend className="pb-1 text-xl">
        {RUN.strokeBefore} {last.order}
      </legend>
      <div className="grid grid-cols-2 gap-2 lg:grid-cols-4">
        {OUTCOMES.map(({ code, text }) => (
          <Big
            key={code}
            look={last.outcome === code ? "picked" : "plain"}
            aria-pressed={last.outcome === code}
            onClick={() => onStroke(code)}
          >
            {text}
          </Big>
        ))}
      </div>
    </fieldset>
  );
}

/** A clock that shows across the room. */
function Clock({ from, large }: { from: number | null; large: string }) {
  const seconds = useSeconds(from);
  return (
    <p
      role="timer"
      className={`${large} leading-none font-bold tabular-nums`}
      data-seconds={seconds.toFixed(1)}
    >
      {face(seconds)}
    </p>
  );
}

type HeatingProps = { from: number | null; part: Part; cue: string; hot: string };

function Heating({ from, part, cue, hot }: HeatingProps) {
  const now = useTicks(from !== null);
  const seconds = from === null ? 0 : (now - from) / 1000;
  return <HeatRamp seconds={seconds} band={part.heat} colour={cue} hot={hot} />;
}

/** For how long the gas on the rig lasts, where somebody said what stands there. */
function GasLeft({ doc, events, from }: Pick<Props, "doc" | "events"> & { from: number | null }) {
  const seconds = useSeconds(from);
  const left = minutesLeft(doc, events, seconds);
  if (left === null) return null;
  const minutes = Math.floor(left.minutes);
  return (
    <p className={`text-xl ${minutes < SOON ? "font-bold text-stop" : ""}`} data-gas-left={minutes}>
      {RUN.lasts} {minutes} {RUN.minutes} ({word(left.gas)})
    </p>
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
