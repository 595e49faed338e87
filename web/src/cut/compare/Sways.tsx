/** What moves a result most: a bar for each input, from its lowest to its highest. */
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { usePreferences } from "@/ui/preferences";
import { type Kind, print } from "@/units";
import { alongBars } from "./figures";

type Props = { reply: Schemas["SensitivityReply"]; onWhy: (quantity: string) => void };

export function Sways({ reply, onWhy }: Props) {
  const { system } = usePreferences();
  const kind = reply.kind as Kind;
  const at = alongBars(reply.base, reply.bars);
  return (
    <ol className="flex flex-col gap-2">
      {reply.bars.map((bar) => (
        <li key={bar.input}>
          <button
            type="button"
            data-sway={bar.input}
            onClick={() => onWhy(reply.quantity)}
            className="grid w-full grid-cols-[120px_1fr] items-center gap-3 rounded-md px-1 py-1 text-left hover:bg-accent-soft"
          >
            <span className="text-sm">{word(bar.input)}</span>
            <span className="block">
              <span className="relative block h-4 bg-sunk" aria-hidden="true">
                <span
                  className="absolute inset-y-0 bg-accent/60"
                  style={{ left: `${at(bar.low)}%`, width: `${at(bar.high) - at(bar.low)}%` }}
                />
                <span
                  className="absolute inset-y-[-3px] w-0.5 bg-ink"
                  style={{ left: `${at(reply.base)}%` }}
                />
              </span>
              <span className="flex justify-between gap-3 text-xs text-ink-2">
                <span>
                  {print(bar.low, kind, system)} · {word(bar.low_by)}
                </span>
                <span className="text-right">
                  {print(bar.high, kind, system)} · {word(bar.high_by)}
                </span>
              </span>
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}
