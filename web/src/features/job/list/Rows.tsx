/** The rows of a list as they were understood and planned; of a long one those that are seen are drawn. */
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { useLayoutEffect, useRef, useState } from "react";
import { sentence } from "@/text";
import { useCurrency } from "@/ui/currency";
import { Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { Wide } from "@/ui/wide";
import { cellsOf, drawnOf, levelOf, type Row, WHOLE } from "./list";

/** As high as a row of one line, px: each is measured once it is drawn. */
const ROW_HIGH = 35;
/** Rows drawn above and below those that are seen. */
const MORE = 20;

export function Rows({ rows }: { rows: readonly Row[] }) {
  const currency = useCurrency();
  const body = useRef<HTMLTableSectionElement>(null);
  const [top, setTop] = useState(0);
  // what stands above the list moves it while its rows come
  useLayoutEffect(() => {
    const at = body.current?.getBoundingClientRect().top ?? 0;
    setTop(at + window.scrollY);
  }, []);
  const list = useWindowVirtualizer({
    count: rows.length > WHOLE ? rows.length : 0,
    estimateSize: () => ROW_HIGH,
    overscan: MORE,
    scrollMargin: top,
  });
  const measured = list.measureElement;
  const drawn = drawnOf(rows.length, list.getVirtualItems(), { top, high: list.getTotalSize() });
  return (
    <Wide label="The list, planned" className="rounded-md border border-line bg-sheet">
      <table
        className="w-full min-w-[720px] text-left text-sm"
        data-list={rows.length}
        aria-rowcount={rows.length + 1}
      >
        <thead className="text-xs text-ink-2">
          <tr>
            <th className="px-2 py-1 font-normal">Row</th>
            <th className="px-2 font-normal">Cut, as understood</th>
            <th className="px-2 font-normal">Tip</th>
            <th className="px-2 font-normal">Oxygen</th>
            <th className="px-2 font-normal">Speed</th>
            <th className="px-2 font-normal">Time</th>
            <th className="px-2 text-right font-normal">Cost, {currency}</th>
          </tr>
        </thead>
        <tbody ref={body} className="divide-y divide-line">
          {drawn.before > 0 && <Gap high={drawn.before} />}
          {drawn.rows.map((at) => {
            const row = rows[at];
            return row && <ListRow key={row.row} row={row} at={at} measured={measured} />;
          })}
          {drawn.after > 0 && <Gap high={drawn.after} />}
        </tbody>
      </table>
    </Wide>
  );
}

/** Room for rows that are not drawn. */
function Gap({ high }: { high: number }) {
  return (
    <tr>
      <td colSpan={7} style={{ height: high }} className="p-0" />
    </tr>
  );
}

type ListRowProps = { row: Row; at: number; measured: (row: HTMLTableRowElement | null) => void };

function ListRow({ row, at, measured }: ListRowProps) {
  const { system } = usePreferences();
  return (
    <tr
      ref={measured}
      data-index={at}
      aria-rowindex={at + 2}
      data-row={row.row}
      data-row-verdict={row.verdict}
      className="align-top"
    >
      <td className="px-2 py-1.5">
        <span className="flex items-center gap-1">
          <Mark level={levelOf(row.verdict)} />
          {row.row}
        </span>
      </td>
      <td className="px-2 py-1.5">
        {row.mark && <strong>{row.mark} </strong>}
        {row.problems.length === 0 ? row.echo : row.typed}
        {row.problems.map((problem) => (
          <span key={problem} className="block text-xs text-stop">
            {problem}
          </span>
        ))}
        {row.settings?.notes.map((note) => (
          <span key={note.code} className="ml-2 text-xs text-ink-2">
            {sentence("notes", note.code, note.values, system, note.text).split(/[:.] /)[0]}
          </span>
        ))}
      </td>
      {row.settings === null || row.settings === undefined ? (
        <td colSpan={5} className="px-2 py-1.5 text-ink-2">
          not planned
        </td>
      ) : (
        cellsOf(row.verdict, row.settings, system).map((cell, i) => (
          <td
            // biome-ignore lint/suspicious/noArrayIndexKey: a cell stands in its own column
            key={i}
            className="px-2 py-1.5 whitespace-nowrap last:text-right"
          >
            {cell}
          </td>
        ))
      )}
    </tr>
  );
}
