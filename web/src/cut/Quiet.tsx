/** What a plan says in passing, and to whose word it bows. */
import type { CutPlan } from "@/api/client";
import { SCREEN, sentence } from "@/text";
import { usePreferences } from "@/ui/preferences";
import { noteKey, quietOf } from "./model";

export function Quiet({ notes, lead }: { notes: CutPlan["notes"]; lead?: string }) {
  const { system } = usePreferences();
  return (
    <>
      {quietOf(notes).map((note) => (
        <p key={noteKey(note)} className="text-xs text-ink-2" data-note={note.code}>
          {sentence("notes", note.code, note.values, system, note.text)}
        </p>
      ))}
      <p className="text-xs text-ink-2">
        {lead} {SCREEN.defer} {SCREEN.manual}
      </p>
    </>
  );
}
