/** What must be heeded of a plan: every stop and the worst caution in full, the rest one quiet line each, opened by a touch. */
import type { Schemas } from "@/api/client";
import { sentence } from "@/text";
import { type Level, Mark } from "@/ui/mark";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { inFull, noteKey } from "./model";

type Note = Schemas["NoteWire"];

export function Warnings({ notes }: { notes: readonly Note[] }) {
  const { system } = usePreferences();
  const said = (note: Note) => sentence("notes", note.code, note.values, system, note.text);
  const { full, brief } = inFull(notes);
  return (
    <>
      {full.map((note) => (
        <Notice key={noteKey(note)} level={note.level as Level}>
          {said(note)}
        </Notice>
      ))}
      {brief.map((note) => (
        <details key={noteKey(note)} className="text-sm" data-level={note.level} data-brief="">
          <summary className="flex cursor-pointer items-center gap-2 px-3">
            <Mark level={note.level as Level} />
            <span className="font-semibold">{said(note).split(/[:.] /)[0]}</span>
          </summary>
          <p className="px-3 py-1 pl-9">{said(note)}</p>
        </details>
      ))}
    </>
  );
}
