/** The spot under the flame as it warms: how long it takes, and the colour to wait for. */
import { RUN } from "@/text/run";

/** Colours that steel passes before the one to wait for, and what comes after it, by what the shop waits for. */
const AFTER: Record<string, { wait: string; after: string }> = {
  cherry: { wait: "cherry", after: "orange" },
  orange: { wait: "orange", after: "molten" },
  sweating: { wait: "molten", after: "molten" },
};

/** Colours of steel as it warms: the one to wait for stands where the band does. */
function ramp(hot: string, low: number, high: number): string {
  const before = ["straw 45", "bronze 60", "purple 72", "blue 84"].map((each) => {
    const [name, part] = each.split(" ");
    return `var(--heat-${name}) ${(Number(part) / 100) * low}%`;
  });
  const { wait, after } = AFTER[hot] ?? { wait: "cherry", after: "orange" };
  const mark = `var(--heat-${wait}) ${low}%, var(--heat-${wait}) ${high}%`;
  return `linear-gradient(90deg, var(--steel), ${before.join(", ")}, ${mark}, var(--heat-${after}))`;
}

type Props = {
  seconds: number;
  band: { low: number; set: number; high: number };
  colour: string;
  /** How hot the shop takes a start: cherry, orange, sweating. */
  hot: string;
};

export function HeatRamp({ seconds, band, colour, hot }: Props) {
  const whole = band.high * 1.15;
  const share = (value: number) => `${Math.min((value / whole) * 100, 100)}%`;
  return (
    <div data-heat={seconds >= band.low ? "ready" : "warming"} data-hot={hot}>
      <div
        className="relative h-14 rounded-md border-2 border-line-strong"
        style={{ background: ramp(hot, (band.low / whole) * 100, (band.high / whole) * 100) }}
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
