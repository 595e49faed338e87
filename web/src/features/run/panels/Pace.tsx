/** The pace to be held: a mark that runs on a strip at true scale, a beat one sees and hears, and the way to the next stop. */
import { Volume2, VolumeX } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { RUN } from "@/text/run";
import { usePreferences } from "@/ui/preferences";
import { lengthsOf, print } from "@/units";
import { beats, onStrip, paceAt, ticks, toNextStop } from "../clock";
import { pixelsPerMm } from "../scale";
import { useSeconds, useTicks } from "../useTicks";
import { Big } from "./Big";

/** A mark each inch, or each 25 mm. */
const EVERY = { inch: 25.4, metric: 25 } as const;
const HIGH = 96;

function beep(context: AudioContext): void {
  const [tone, volume] = [context.createOscillator(), context.createGain()];
  tone.frequency.value = 880;
  volume.gain.setValueAtTime(0.4, context.currentTime);
  volume.gain.exponentialRampToValueAtTime(0.001, context.currentTime + 0.08);
  tone.connect(volume).connect(context.destination);
  tone.start();
  tone.stop(context.currentTime + 0.09);
}

type Props = {
  /** mm/min. */
  pace: number;
  /** mm. */
  length: number;
  stops: readonly number[];
  /** When the lever went down, in ticks; null while it is up: then the mark may run dry. */
  since: number | null;
};

/** The strip itself: it alone is drawn as often as the screen is. */
function Strip({
  pace,
  from,
  loud,
}: {
  pace: number;
  from: number | null;
  loud: AudioContext | null;
}) {
  const { system } = usePreferences();
  const now = useTicks(from !== null);
  const mm = from === null ? 0 : paceAt(now - from, pace);
  const every = EVERY[lengthsOf(system)];
  const beat = beats(mm, every);
  useEffect(() => {
    if (loud && beat > 0) beep(loud);
  }, [beat, loud]);
  const scale = pixelsPerMm();
  const box = useRef<HTMLDivElement>(null);
  const wide = box.current?.clientWidth ?? 600;
  const strip = wide / scale;
  const marks = Array.from({ length: Math.floor(strip / every) + 1 }, (_, i) => i * every * scale);
  const flash = from !== null && mm % every < pace / 60 / 5;
  const at = onStrip(mm, strip) * wide;
  return (
    <div
      ref={box}
      className="w-full overflow-hidden rounded-md border-2 border-line-strong bg-sheet"
      data-mm={mm.toFixed(1)}
    >
      <svg
        width={wide}
        height={HIGH}
        role="img"
        aria-label={`${RUN.strip} ${print(pace, "speed", system)}`}
        className="block"
      >
        {marks.map((x) => (
          <path key={x} d={`M${x} ${HIGH - 26} V${HIGH}`} stroke="var(--ink)" strokeWidth="2" />
        ))}
        <path
          d={`M${at} 6 l13 24 h-26 Z M${at} 30 V${HIGH}`}
          fill={flash ? "var(--heat-orange)" : "var(--accent)"}
          stroke="var(--ink)"
          strokeWidth="2"
        />
      </svg>
    </div>
  );
}

export function Pace({ pace, length, stops, since }: Props) {
  const { system } = usePreferences();
  const [dry, setDry] = useState<number | null>(null);
  const [loud, setLoud] = useState(false);
  const audio = useRef<AudioContext | null>(null);
  const from = since ?? dry;
  const seconds = useSeconds(from);
  const left = toNextStop(paceAt(seconds * 1000, pace), stops, length, pace);
  return (
    <div className="flex flex-col gap-2" data-pace={from === null ? "still" : "runs"}>
      <p className="text-2xl leading-tight font-bold">
        {print(pace, "speed", system)}
        {from !== null && left !== null && (
          <span className="text-xl font-semibold" data-next-stop={left.toFixed(1)}>
            {" "}
            · {RUN.nextStop} {Math.ceil(left)} s
          </span>
        )}
      </p>
      <Strip pace={pace} from={from} loud={loud ? audio.current : null} />
      <div className="flex flex-wrap gap-2">
        {since === null && (
          <Big onClick={() => setDry(dry === null ? ticks() : null)} aria-pressed={dry !== null}>
            {dry === null ? RUN.dryRun : RUN.stopDry}
          </Big>
        )}
        <Big
          aria-pressed={loud}
          onClick={() => {
            audio.current ??= new AudioContext();
            setLoud(!loud);
          }}
        >
          {loud ? <Volume2 aria-hidden="true" /> : <VolumeX aria-hidden="true" />}
          {loud ? RUN.beatOn : RUN.beatOff}
        </Big>
      </div>
    </div>
  );
}
