/** Two people changed one cut: both versions, and the choice. */
import type { CutInput } from "@/api/client";
import { SCREEN, word } from "@/text";
import { Button } from "@/ui/button";
import { usePreferences } from "@/ui/preferences";
import { Sheet } from "@/ui/sheet";
import { print, type System } from "@/units";
import type { Conflict } from "./useJob";

type Props = { conflict: Conflict | null; onTheirs: () => void; onYours: () => void };

/** What an input says, part by part, in words. */
function says(input: CutInput, system: System): [string, string][] {
  const parts = { ...input.steel, ...input.cut, ...input.gas } as Record<string, unknown>;
  return Object.entries(parts).map(([key, value]) => {
    const name = key.replace(/_(mm|deg|c|percent)$/, "").replaceAll("_", " ");
    const text =
      key.endsWith("_mm") && typeof value === "number"
        ? print(value, "length", system)
        : typeof value === "string"
          ? word(value)
          : String(value);
    return [name, text];
  });
}

export function ConflictSheet({ conflict, onTheirs, onYours }: Props) {
  const { system } = usePreferences();
  if (conflict === null) return null;
  const theirs = new Map(says(conflict.theirs.input as CutInput, system));
  const yours = new Map(says(conflict.yours.input ?? {}, system));
  const names = [...new Set([...theirs.keys(), ...yours.keys()])].filter(
    (name) => theirs.get(name) !== yours.get(name),
  );
  return (
    <Sheet open onClose={onTheirs} title={SCREEN.staleTitle} middle>
      <p className="mb-3">{SCREEN.staleBody}</p>
      <table className="mb-4 w-full text-left" data-conflict="">
        <thead>
          <tr className="border-b border-line text-sm text-ink-2">
            <th className="py-1 font-normal">What differs</th>
            <th className="font-normal">Theirs</th>
            <th className="font-normal">Yours</th>
          </tr>
        </thead>
        <tbody>
          {names.map((name) => (
            <tr key={name} className="border-b border-line">
              <td className="py-1">{name}</td>
              <td>{theirs.get(name) ?? "not said"}</td>
              <td className="font-semibold">{yours.get(name) ?? "not said"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <span className="flex gap-2">
        <Button onClick={onTheirs}>Keep theirs</Button>
        <Button look="next" onClick={onYours}>
          Save yours over it
        </Button>
      </span>
    </Sheet>
  );
}
