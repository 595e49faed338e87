/** The run-through's own bar: play, step, pace, and what has gone by. */
import { ChevronLeft, ChevronRight, Pause, Play } from "lucide-react";
import { Slider } from "radix-ui";
import type { Schemas } from "@/api/client";
import { LAYOUT } from "@/text/layout";
import { Button } from "@/ui/button";
import { usePreferences } from "@/ui/preferences";
import { clock, print } from "@/units";
import type { useRunThrough } from "./useRunThrough";

type Props = { run: ReturnType<typeof useRunThrough>; laid: Schemas["PathsReply"] };

export function RunBar({ run, laid }: Props) {
  const { system } = usePreferences();
  const here = run.torch === null ? 0 : run.torch.leg + 1;
  const share = run.whole > 0 ? run.seconds / run.whole : 0;
  const gas =
    laid.oxygen_l == null
      ? ""
      : `, ${print(laid.oxygen_l * share, "gas_volume", system)} ${LAYOUT.oxygen.toLowerCase()}`;
  return (
    <div className="flex flex-wrap items-center gap-2" data-run={run.playing ? "playing" : "still"}>
      <Button look="next" onClick={run.play}>
        {run.playing ? (
          <Pause size={16} aria-hidden="true" />
        ) : (
          <Play size={16} aria-hidden="true" />
        )}
        {run.playing ? LAYOUT.pause : LAYOUT.run}
      </Button>
      <Button aria-label={LAYOUT.before} onClick={() => run.goTo(Math.max(1, here - 1))}>
        <ChevronLeft size={16} aria-hidden="true" />
      </Button>
      <Button
        aria-label={LAYOUT.next}
        onClick={() => run.goTo(Math.min(laid.paths.length, here + 1))}
      >
        <ChevronRight size={16} aria-hidden="true" />
      </Button>
      <Button look="bare" aria-pressed={run.tenfold} onClick={() => run.setTenfold(!run.tenfold)}>
        {run.tenfold ? LAYOUT.tenfold : LAYOUT.atOnce}
      </Button>
      <Slider.Root
        value={[run.seconds]}
        max={Math.max(run.whole, 0.1)}
        step={0.1}
        onValueChange={([next]) => run.set(next ?? 0)}
        className="relative flex h-8 min-w-32 flex-1 touch-none items-center"
      >
        <Slider.Track className="relative h-1.5 w-full rounded-sm bg-line">
          <Slider.Range className="absolute h-full rounded-sm bg-accent" />
        </Slider.Track>
        <Slider.Thumb
          aria-label={LAYOUT.time}
          className="block h-6 w-2.5 rounded-sm border border-sheet bg-ink"
        />
      </Slider.Root>
      <span className="min-w-28 text-right text-sm tabular-nums" data-clock="">
        {clock(run.seconds)} / {clock(run.whole)}
        {gas}
      </span>
    </div>
  );
}
