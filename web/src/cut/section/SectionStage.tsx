/** A shape on the bench: from its end and unfolded, stepped through or run dry at its own pace. */
import { ChevronLeft, ChevronRight, Pause, Play } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import type { Schemas } from "@/api/client";
import { startOf, timeline, torchAt } from "@/draw/dry-run";
import { SectionEnd } from "@/draw/section-end";
import { SectionUnfolded } from "@/draw/section-unfolded";
import { Button } from "@/ui/button";
import { usePreferences } from "@/ui/preferences";
import { clock } from "@/units";

type Section = Schemas["SectionReply"];

/** A dry run takes about this long on the screen, s; pace and slow zones keep their proportions. */
const SHOWN = 14;

type Props = {
  section: Section;
  here: number;
  onHere: (index: number) => void;
  /** The cut must not be made as it is planned: the dry run tells no times. */
  stopped: boolean;
  sides: readonly string[];
  onSide: (side: string) => void;
};

export function SectionStage({ section, here, onHere, stopped, sides, onSide }: Props) {
  const { system } = usePreferences();
  const times = useMemo(() => timeline(section.strokes), [section.strokes]);
  const [at, setAt] = useState(0);
  const [playing, setPlaying] = useState(false);
  const last = useRef(0);
  const stroke = torchAt(times, section.strokes, at).stroke;
  const ran = `${clock(at)} of ${clock(times.total)}`;
  const shown = playing
    ? torchAt(times, section.strokes, at)
    : stroke === here
      ? torchAt(times, section.strokes, at)
      : { stroke: here, part: 0, slow: false };

  // a new plan starts its run anew
  // biome-ignore lint/correctness/useExhaustiveDependencies: the plan is what counts
  useEffect(() => {
    setAt(0);
    setPlaying(false);
  }, [section.way, section.profile.code, section.strokes.length]);

  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    last.current = performance.now();
    const step = (now: number) => {
      const passed = ((now - last.current) / 1000) * (times.total / SHOWN);
      last.current = now;
      setAt((before) => {
        const next = before + passed;
        if (next >= times.total) setPlaying(false);
        return Math.min(next, times.total);
      });
      frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [playing, times]);

  useEffect(() => {
    if (playing && stroke !== here) onHere(stroke);
  }, [playing, stroke, here, onHere]);

  function go(index: number) {
    const to = Math.min(Math.max(index, 0), section.strokes.length - 1);
    setPlaying(false);
    setAt(startOf(times, to) + 1e-6);
    onHere(to);
  }
  const started = at > 1e-3 || playing;
  return (
    <div className="rounded-md border border-line bg-sheet p-2" data-stage={section.way}>
      <div className="grid items-center gap-2 sm:grid-cols-[minmax(0,33fr)_minmax(0,40fr)]">
        <SectionEnd
          section={section}
          torch={shown}
          running={started}
          sides={sides}
          onSide={onSide}
          onPick={go}
        />
        <SectionUnfolded
          section={section}
          torch={shown}
          running={started}
          system={system}
          onPick={go}
        />
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        <Button
          onClick={() => {
            if (!playing && at >= times.total) setAt(0);
            setPlaying(!playing);
          }}
          aria-pressed={playing}
          data-play={playing}
        >
          {playing ? <Pause size={16} aria-hidden="true" /> : <Play size={16} aria-hidden="true" />}{" "}
          {playing ? "Pause" : "Dry run"}
        </Button>
        <Button onClick={() => go(here - 1)} disabled={here === 0} aria-label="Stroke before">
          <ChevronLeft size={16} aria-hidden="true" />
        </Button>
        <span className="text-sm" aria-live="polite" data-at-stroke={here + 1}>
          stroke {here + 1} of {section.strokes.length}
        </span>
        <Button
          onClick={() => go(here + 1)}
          disabled={here >= section.strokes.length - 1}
          aria-label="Next stroke"
        >
          <ChevronRight size={16} aria-hidden="true" />
        </Button>
        <input
          type="range"
          min={0}
          max={times.total}
          step={times.total / 500}
          value={at}
          aria-label="Place in the dry run"
          aria-valuetext={[...(stopped ? [] : [ran]), `stroke ${stroke + 1}`].join(", ")}
          onChange={(event) => {
            setPlaying(false);
            const next = Number(event.target.value);
            setAt(next);
            onHere(torchAt(times, section.strokes, next).stroke);
          }}
          className="h-9 min-w-24 flex-1 accent-(--accent)"
        />
        {!stopped && <span className="text-xs text-ink-2">{ran} cutting</span>}
      </div>
      <p className="mt-1 text-xs text-ink-2">
        Open ring: starts on an edge. Chevrons: starts in a kerf. Full dot: pierced. Broad band: go
        slower there.
      </p>
    </div>
  );
}
