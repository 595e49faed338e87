/** A job's cuts in order: keyboard first, each with how it stands. */

import { ArrowDown, ArrowUp, Trash2 } from "lucide-react";
import type { KeyboardEvent } from "react";
import type { LineView } from "@/api/client";
import { nameOf } from "@/cut";
import { word } from "@/text";
import { GasBadge } from "@/ui/gas-badge";
import { LEVEL_WORDS, type Level, Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { useSession } from "@/ui/session";
import { besideLine, otherFuel } from "./lines";

type Props = {
  lines: LineView[];
  /** The fuel that the job's rig is set up for. */
  rigFuel: string | undefined;
  chosen: string | undefined;
  onChoose: (id: string) => void;
  onMove: (at: number, by: -1 | 1) => void;
  onDelete: (view: LineView) => void;
};

function Tool({
  label,
  onClick,
  disabled = false,
  children,
}: {
  label: string;
  onClick: () => void;
  disabled?: boolean;
  children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      disabled={disabled}
      onClick={onClick}
      className="grid size-7 place-items-center rounded-md text-ink-2 hover:bg-sunk disabled:opacity-30"
    >
      {children}
    </button>
  );
}

export function LineList({ lines, rigFuel, chosen, onChoose, onMove, onDelete }: Props) {
  const { may } = useSession();
  const { system } = usePreferences();

  function onKeyDown(event: KeyboardEvent, at: number) {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const next = by === undefined ? undefined : lines[at + by];
    if (next === undefined) return;
    event.preventDefault();
    onChoose(next.line.id);
    document.getElementById(`line-${next.line.id}`)?.focus();
  }

  return (
    <ol
      className="divide-y divide-line overflow-hidden rounded-md border border-line bg-sheet"
      aria-label="Cuts of this job"
    >
      {lines.map((view, i) => {
        const { line, plan } = view;
        const here = line.id === chosen;
        const level = (plan?.verdict ?? "stop") as Level;
        return (
          <li
            key={line.id}
            className={`border-l-4 ${here ? "border-l-accent bg-accent-soft" : "border-l-transparent"}`}
            data-line={line.id}
          >
            <button
              type="button"
              id={`line-${line.id}`}
              aria-current={here ? "true" : undefined}
              onClick={() => onChoose(line.id)}
              onKeyDown={(event) => onKeyDown(event, i)}
              className="flex w-full items-start gap-2 px-2 pt-2 pb-1 text-left hover:bg-sunk/50"
            >
              <span className="pt-0.5">
                <Mark level={level} />
                <span className="sr-only">{LEVEL_WORDS[level]}</span>
              </span>
              <span className="min-w-0 flex-1">
                <span className="block font-semibold">
                  {nameOf(view, system)}
                  {otherFuel(view, rigFuel) && (
                    <span
                      className="ml-1 inline-flex align-middle"
                      data-other-fuel={otherFuel(view, rigFuel)}
                    >
                      <GasBadge gas={otherFuel(view, rigFuel) ?? ""} />
                      <span className="sr-only">{word(otherFuel(view, rigFuel) ?? "")}</span>
                    </span>
                  )}
                </span>
                <span className="block text-xs text-ink-2">{besideLine(view, system)}</span>
              </span>
            </button>
            {here && may("plan") && (
              <span className="flex justify-end px-2 pb-1">
                <Tool label="Move up" disabled={i === 0} onClick={() => onMove(i, -1)}>
                  <ArrowUp size={15} aria-hidden="true" />
                </Tool>
                <Tool
                  label="Move down"
                  disabled={i === lines.length - 1}
                  onClick={() => onMove(i, 1)}
                >
                  <ArrowDown size={15} aria-hidden="true" />
                </Tool>
                <Tool label="Delete this cut" onClick={() => onDelete(view)}>
                  <Trash2 size={15} aria-hidden="true" />
                </Tool>
              </span>
            )}
          </li>
        );
      })}
    </ol>
  );
}
