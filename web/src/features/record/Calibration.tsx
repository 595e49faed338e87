/** Planned against done, burn by burn: whether bands are honest, and whether plans get truer. */
import { useQuery } from "@tanstack/react-query";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { fill } from "@/text/fill";
import { className, RECORD } from "@/text/record";
import { usePreferences } from "@/ui/preferences";
import { across, PICTURE, said, shareSaid, strip, up } from "./model";

const MARKS = [0.8, 0.9, 1, 1.1, 1.25];

/** Classes that are shown at most: those with the most burns. */
const SHOWN = 6;
const at = ({ told, done }: { told: number; done: number }) => `${across(told)},${up(done)}`;
const HONEST: Record<string, string> = {
  honest: RECORD.bandHonest,
  tight: RECORD.bandTight,
  wide: RECORD.bandWide,
};

export function Calibration({ kind, title }: { kind: string; title: string }) {
  const { system } = usePreferences();
  const found = useQuery({
    queryKey: [...keys.factors, "calibration", kind],
    queryFn: () => data(api.GET("/api/v1/factors/calibration", { params: { query: { kind } } })),
  });
  const points = found.data?.points ?? [];
  if (points.length < 2) return null;
  const { low, right, high } = strip(points);
  const { wide, high: tall } = PICTURE;
  const ends = [across(0), across(10)];
  const outside = points.filter(({ within }) => !within).length;
  return (
    <section aria-label={RECORD.calibration} data-calibration={points.length}>
      <h2 className="text-base font-semibold">
        {RECORD.calibration}: {title}
      </h2>
      <p className="text-sm text-ink-2">{RECORD.calibrationLead}</p>
      <svg
        viewBox={`0 0 ${wide} ${tall}`}
        className="w-full max-w-[760px] rounded-md border border-line bg-sheet"
        role="img"
        aria-label={fill(RECORD.calibrationSaid, { n: points.length, out: outside })}
      >
        <polygon
          className="fill-accent-soft"
          points={[...low.map(at), ...high.map(at).reverse()].join(" ")}
        />
        {MARKS.map((mark) => (
          <g key={mark} className="text-[11px]">
            <line x1={ends[0]} x2={ends[1]} y1={up(mark)} y2={up(mark)} className="stroke-line" />
            <text x={6} y={up(mark) + 4} className="fill-ink-2">
              {said(mark)}
            </text>
            <text x={across(mark)} y={tall - 20} textAnchor="middle" className="fill-ink-2">
              {said(mark)}
            </text>
          </g>
        ))}
        <polyline
          points={right.map(at).join(" ")}
          className="fill-none stroke-accent"
          strokeWidth={2}
        />
        {points.map(({ burn_id, told, done, within }) =>
          within ? (
            <circle key={burn_id} cx={across(told)} cy={up(done)} r={2.2} className="fill-ink" />
          ) : (
            <path
              key={burn_id}
              d={`M${across(told) - 3},${up(done) - 3}l6,6m0,-6l-6,6`}
              className="stroke-stop"
              strokeWidth={1.5}
            />
          ),
        )}
        <text x={wide / 2} y={tall - 4} textAnchor="middle" className="fill-ink text-[12px]">
          {RECORD.toldAxis}
        </text>
        <text x={6} y={14} className="fill-ink text-[12px]">
          {RECORD.doneAxis}
        </text>
      </svg>
      <details className="mt-1 text-sm">
        <summary className="cursor-pointer underline">{RECORD.byClass}</summary>
        <ul className="tabular-nums">
          {(found.data?.classes ?? []).slice(0, SHOWN).map((each) => {
            const name = className(each.class, system);
            return (
              <li key={name} data-honesty={each.honesty}>
                {name}: {shareSaid(each)}. {HONEST[each.honesty]}
              </li>
            );
          })}
        </ul>
      </details>
    </section>
  );
}
