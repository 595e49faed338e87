/** Rows that are filled in by hand, one a piece. */

/** What is written by hand after each piece. */
const TO_NOTE = ["piece", "start, s", "pace", "edge", "gas left", "who, when"];

export function ToNote({ rows }: { rows: number }) {
  return (
    <table className="w-full table-fixed border-t-2 border-ink text-left text-xs" data-notes="">
      <thead>
        <tr>
          {TO_NOTE.map((what) => (
            <th key={what} className="py-1 font-normal">
              {what}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {Array.from({ length: rows }, (_, i) => i + 1).map((row) => (
          <tr key={row} className="h-6 border-b border-ink align-bottom">
            {TO_NOTE.map((what, i) => (
              <td key={what}>{i === 0 ? `${row}` : ""}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
