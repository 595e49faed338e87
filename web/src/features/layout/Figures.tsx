/** What a layout takes: of one piece, and of all. */
import { useId } from "react";
import type { Schemas } from "@/api/client";
import { LAYOUT } from "@/text/layout";
import { usePreferences } from "@/ui/preferences";
import { clock, type Kind, print } from "@/units";

type Props = { laid: Schemas["PathsReply"]; count: number; onCount: (count: number) => void };

export function Figures({ laid, count, onCount }: Props) {
  const { system } = usePreferences();
  const id = useId();
  const rows: [string, number | null | undefined, Kind][] = [
    [LAYOUT.time, laid.time_s, "duration"],
    [LAYOUT.oxygen, laid.oxygen_l, "gas_volume"],
    [LAYOUT.fuel, laid.fuel_l, "gas_volume"],
    [LAYOUT.weight, laid.mass_kg, "mass"],
    [LAYOUT.kerf, laid.kerf_mm, "bore"],
  ];
  const say = (value: number, kind: Kind) =>
    kind === "duration" ? clock(value) : print(value, kind, system);
  return (
    <dl className="flex flex-wrap items-start gap-x-5 gap-y-1 text-sm" data-figures="">
      {rows.map(([label, value, kind]) => (
        <div key={label}>
          <dt className="text-xs text-ink-2">{label}</dt>
          <dd className="font-semibold tabular-nums">{value == null ? "–" : say(value, kind)}</dd>
          {count > 1 && value != null && kind !== "bore" && (
            <dd className="text-xs text-ink-2">
              {count} ×: {say(value * count, kind)}
            </dd>
          )}
        </div>
      ))}
      <div>
        <dt className="text-xs text-ink-2">
          <label htmlFor={id}>{LAYOUT.count}</label>
        </dt>
        <dd>
          <input
            id={id}
            type="number"
            min={1}
            max={10000}
            value={count}
            onChange={(event) =>
              onCount(Math.max(1, Math.min(10000, Math.round(Number(event.target.value) || 1))))
            }
            className="h-8 w-20 rounded-md border border-line-strong bg-sheet px-2 text-ink"
          />
        </dd>
      </div>
    </dl>
  );
}
