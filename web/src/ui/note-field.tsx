/** What a person says in their own words. */

export function NoteField({
  value,
  onChange,
}: {
  value: string;
  onChange: (text: string) => void;
}) {
  return (
    <label className="flex flex-col gap-0.5 text-xs text-ink-2">
      In your words
      <textarea
        value={value}
        rows={3}
        onChange={(event) => onChange(event.target.value)}
        className="rounded-md border border-line-strong bg-sheet p-2 text-sm text-ink"
      />
    </label>
  );
}
