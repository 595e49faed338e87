/** The spot under the flame as it warms: how long it takes, and the colour to wait for. */
import { RUN } from "@/text/run";

/** Colours of steel as it warms; only the last but one is the one to wait for. */
const RAMP =
  "linear-gradient(90deg, var(--steel), var(--heat-straw) 30%, var(--heat-bronze) 42%, var(--heat-purple) 54%, var(--heat-blue) 64%, var(--heat-cherry) 88%, var(--heat-orange))";

type Props = { seconds: number; band: { low: number; set: number; high: number }; colour: string };

export function HeatRamp({ seconds, band, colour }: Props) {
  // bright cherry stands where the band does
  const whole = band.high * 1.15;
  const share = (value: number) => `${Math.min((value / whole) * 100, 100)}%`;
  return (
    <div data-heat={seconds >= band.low ? "ready" : "warming"}>
      <div
        className="relative h-14 rounded-md border-2 border-line-strong"
        style={{ background: RAMP }}
      >
        <div
          className="absolute inset-y-0 border-x-4 border-ink"
          style={{ left: share(band.low), right: `calc(100% - ${share(band.high)})` }}
        />
        <div
          className="absolute -top-1 -bottom-1 w-2 rounded-sm border border-sheet bg-ink"
          style={{ left: share(seconds) }}
        />
      </div>
      <p className="pt-1 text-xl">
        {RUN.between} {Math.round(band.low)} {RUN.and} {Math.round(band.high)} s · {colour}
      </p>
    </div>
  );
}
