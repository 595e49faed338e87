/** One cut: its settings, the clock of its start, its pace, and how it came out, in two touches. */
import { useEffect, useState } from "react";
import { facts } from "@/bench";
import { SectionEnd } from "@/draw/section-end";
import { SignPicture } from "@/draw/sign";
import { sentence, word } from "@/text";
import { OUTCOMES, RUN } from "@/text/run";
import { holdsBefore } from "@/text/section";
import { usePreferences } from "@/ui/preferences";
import { print, setting } from "@/units";
import { Big } from "./Big";
import { face, ticks } from "./clock";
import { HeatRamp } from "./HeatRamp";
import { type Cut, type Doc, type Part, partsOf, type RunEvent } from "./model";
import { Pace } from "./Pace";
import { useTicks } from "./useTicks";

/** How far a piece has come. Moments are of the wall clock, so that a reload finds them again. */
export type Going = {
  stage: "ready" | "heating" | "cutting" | "outcome" | "lost";
  heatAt?: number;
  leverAt?: number;
  /** Heating of the first start, and cutting of all parts so far, s. */
  heat_s?: number;
  cut_s?: number;
  /** Which part is at hand, from 0. */
  part?: number;
};

const READY: Going = { stage: "ready" };
const keyOf = (line: string) => `galvanon.going.${line}`;

/** What a reload left of a piece; what cannot be read is no piece under way. */
function restored(line: string): Going {
  try {
    return (JSON.parse(localStorage.getItem(keyOf(line)) ?? "null") as Going | null) ?? READY;
  } catch {
    return READY;
  }
}

/** Where a moment of the wall clock stands in ticks, told once. */
function since(wall: number | undefined): number | null {
  return wall === undefined ? null : ticks() - Math.max(Date.now() - wall, 0);
}

export function useGoing(line: string | undefined) {
  const [going, setGoing] = useState<Going>(() => (line === undefined ? READY : restored(line)));
  const [marks, setMarks] = useState(() => ({
    heat: since(going.heatAt),
    lever: since(going.leverAt),
  }));
  useEffect(() => {
    const found = line === undefined ? READY : restored(line);
    setGoing(found);
    setMarks({ heat: since(found.heatAt), lever: since(found.leverAt) });
  }, [line]);
  return {
    going,
    marks,
    go: (next: Going) => {
      if (line !== undefined) localStorage.setItem(keyOf(line), JSON.stringify(next));
      setMarks((now) => ({
        heat: next.stage === "heating" ? (now.heat ?? ticks()) : null,
        lever: next.stage === "cutting" ? (now.lever ?? ticks()) : null,
      }));
      setGoing(next);
    },
  };
}

type Props = {
  cut: Cut;
  made: readonly RunEvent[];
  going: Going;
  marks: { heat: number | null; lever: number | null };
  signs: Doc["signs"];
  onOutcome: (outcome: string, findings: string[]) => void;
  onGoOn: () => void;
};

/** What is set, in large figures. */
function Settings({ cut, part }: { cut: Cut; part: Part }) {
  const { system } = usePreferences();
  const { plan, request } = cut;
  const rows: [string, string][] = [
    ["Tip", `${part.tip.bore_mm} mm`],
    ["Oxygen", setting(part.oxygen, system)],
    [word(request.gas.fuel), setting(part.fuel, system)],
    ["Pace", print(part.pace, "speed", system)],
    ["Cones off", print(plan.standoff_mm.set, "gap", system)],
  ];
  return (
    <dl className="grid grid-cols-[repeat(auto-fit,minmax(150px,1fr))] gap-x-4 gap-y-1">
      {rows.map(([name, value]) => (
        <div key={name}>
          <dt className="text-xl text-ink-2">{name}</dt>
          <dd className="text-2xl leading-tight font-bold">{value}</dd>
        </div>
      ))}
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

export function CutCard({ cut, made, going, marks, signs, onOutcome, onGoOn }: Props) {
  const [seen, setSeen] = useState<string[]>([]);
  const { system } = usePreferences();
  const now = useTicks(going.stage === "heating" || going.stage === "cutting");
  const { plan, request } = cut;
  const parts = partsOf(cut);
  const part = parts[Math.min(going.part ?? 0, parts.length - 1)] as Part;
  const running = going.stage === "heating" ? marks.heat : marks.lever;
  const seconds = running === null ? 0 : (now - running) / 1000;
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
          <Settings cut={cut} part={part} />
          {part.order !== null && <Stroke cut={cut} order={part.order} />}
          {urgent.map((note) => (
            <p key={note.code} className="text-xl font-semibold text-caution">
              {sentence("notes", note.code, note.values, system, note.text)}
            </p>
          ))}
          <Pace pace={part.pace} length={part.length} stops={part.stops} since={null} />
        </>
      )}
      {going.stage === "heating" && (
        <>
          <p
            role="timer"
            className="text-[min(22vw,30vh,180px)] leading-none font-bold tabular-nums"
            data-seconds={seconds.toFixed(1)}
          >
            {face(seconds)}
          </p>
          <HeatRamp seconds={seconds} band={part.heat} colour={cue("start_preheat_s")} />
        </>
      )}
      {going.stage === "cutting" && (
        <>
          <p
            role="timer"
            className="text-[min(16vw,26vh,120px)] leading-none font-bold tabular-nums"
            data-seconds={seconds.toFixed(1)}
          >
            {face(seconds)}
          </p>
          <Pace pace={part.pace} length={part.length} stops={part.stops} since={marks.lever} />
          <p className="text-xl">{cue("travel_speed_mm_min")}</p>
        </>
      )}
      {going.stage === "lost" && <Lost cut={cut} onGoOn={onGoOn} />}
      {going.stage === "outcome" && (
        <div className="flex flex-col gap-3">
          <p className="text-2xl font-bold">{RUN.howIsEdge}</p>
          <div className="grid grid-cols-2 gap-3 lg:grid-cols-4">
            {OUTCOMES.map(({ code, text }) => (
              <Big
                key={code}
                onClick={() => onOutcome(code, seen)}
                className="min-h-20"
                data-outcome={code}
              >
                {text}
              </Big>
            ))}
          </div>
          <Signs signs={signs} seen={seen} onSeen={setSeen} />
        </div>
      )}
    </div>
  );
}
