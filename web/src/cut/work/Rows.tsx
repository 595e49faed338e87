/** Rows that are typed one under the other: pieces with what holds them, marks of a dial. */
import { WORK } from "@/text/work";
import { Button } from "@/ui/button";
import { MeasureField } from "@/ui/measure-field";
import { TextField } from "@/ui/text-field";
import { isWeighed, type MadeOf, type Mark, type Piece } from "./kinds";

type RowsProps<T> = { rows: readonly T[]; onRows: (rows: T[]) => void };

/** The rows with one of them changed. */
function changed<T>(rows: readonly T[], at: number, change: Partial<T>): T[] {
  return rows.map((row, i) => (i === at ? { ...row, ...change } : row));
}

function Remove<T>({ rows, at, onRows }: RowsProps<T> & { at: number }) {
  return (
    <Button look="bare" onClick={() => onRows(rows.filter((_, i) => i !== at))}>
      {WORK.remove}
    </Button>
  );
}

/** What a piece is made of, where nobody weighed it. */
function Made({ piece, onPiece }: { piece: Piece; onPiece: (change: MadeOf) => void }) {
  const sizes = [
    { field: "long_mm", label: WORK.long },
    { field: "wide_mm", label: WORK.wide },
    { field: "thick_mm", label: WORK.thick },
  ] as const;
  return (
    <div className="grid grid-cols-2 gap-2">
      <TextField
        label={WORK.shape}
        value={piece.profile ?? ""}
        onChange={(profile) => onPiece({ profile })}
      />
      {sizes.map(({ field, label }) => (
        <MeasureField
          key={field}
          label={label}
          kind="length"
          value={piece[field] ?? null}
          onCommit={(mm) => onPiece({ [field]: mm })}
          onClear={() => onPiece({ [field]: null })}
        />
      ))}
    </div>
  );
}

export function Pieces({ rows, onRows }: RowsProps<Piece>) {
  return (
    <fieldset className="flex min-w-0 flex-col gap-2" data-rows="pieces">
      <legend className="text-xs text-ink-2">{WORK.pieces}</legend>
      {rows.map((piece, at) => (
        <div
          // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place
          key={at}
          className="grid grid-cols-[minmax(0,1fr)_5.5rem_minmax(0,1fr)] items-end gap-2 border-b border-line pb-2"
        >
          <TextField
            label={WORK.name}
            value={piece.name}
            onChange={(name) => onRows(changed(rows, at, { name }))}
          />
          <MeasureField
            label="Weighs"
            kind="mass"
            value={piece.mass_kg}
            onCommit={(mass_kg) => onRows(changed(rows, at, { mass_kg }))}
            onClear={() => onRows(changed(rows, at, { mass_kg: null }))}
          />
          <TextField
            label={WORK.heldBy}
            value={piece.held_by}
            onChange={(held_by) => onRows(changed(rows, at, { held_by }))}
          />
          <details className="col-span-3 text-sm" open={piece.mass_kg === null && isWeighed(piece)}>
            <summary className="min-h-9 cursor-pointer content-center text-ink-2">
              {WORK.notWeighed}
            </summary>
            <Made piece={piece} onPiece={(change) => onRows(changed(rows, at, change))} />
          </details>
          <Remove rows={rows} at={at} onRows={onRows} />
        </div>
      ))}
      <Button onClick={() => onRows([...rows, { name: "", mass_kg: null, held_by: "" }])}>
        {WORK.addPiece}
      </Button>
    </fieldset>
  );
}

export function Dial({ rows, onRows }: RowsProps<Mark>) {
  return (
    <fieldset className="flex min-w-0 flex-col gap-2" data-rows="dial">
      <legend className="text-xs text-ink-2">{WORK.dial}</legend>
      {rows.map((mark, at) => (
        <div
          // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place
          key={at}
          className="grid grid-cols-3 items-end gap-2 border-b border-line pb-2"
        >
          <MeasureField
            label={WORK.mark}
            kind="ratio"
            value={mark.mark}
            onCommit={(number) => onRows(changed(rows, at, { mark: number }))}
          />
          <MeasureField
            label={WORK.ran}
            kind="length"
            value={mark.mm}
            onCommit={(mm) => onRows(changed(rows, at, { mm }))}
          />
          <MeasureField
            label={WORK.took}
            kind="duration"
            value={mark.s}
            onCommit={(s) => onRows(changed(rows, at, { s }))}
          />
          <Remove rows={rows} at={at} onRows={onRows} />
        </div>
      ))}
      <Button onClick={() => onRows([...rows, { mark: null, mm: 304.8, s: null }])}>
        {WORK.addMark}
      </Button>
    </fieldset>
  );
}
