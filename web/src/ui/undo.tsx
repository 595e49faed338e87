/** Something was deleted, and can be taken back: undo instead of "are you sure". */

type Props = { what: string; onUndo: () => void; onDismiss: () => void };

export function Undo({ what, onUndo, onDismiss }: Props) {
  return (
    <p
      role="status"
      className="flex items-center justify-between gap-2 rounded-md bg-ink px-3 py-2 text-sm text-sheet"
    >
      {what}
      <span className="flex gap-3">
        <button type="button" className="font-semibold underline" onClick={onUndo}>
          Undo
        </button>
        <button type="button" onClick={onDismiss}>
          Dismiss
        </button>
      </span>
    </p>
  );
}
