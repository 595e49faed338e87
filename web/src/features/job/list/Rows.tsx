/** The rows of a list as they were understood and planned. */
import { ABSENT } from "@/cut";
import { sentence } from "@/text";
import { isHeatingHead, tipShort } from "@/text/tip";
import { useCurrency } from "@/ui/currency";
import { Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { Wide } from "@/ui/wide";
import { clock, print, setting } from "@/units";
import { levelOf, type Row } from "./list";

/** Rows that a screen draws at once; all of them are planned and kept. */
const DRAWN = 400;

export function Rows({ rows }: { rows: readonly Row[] }) {
  const { system } = usePreferences();
  const currency = useCurrency();
  return (
    <Wide label="The list, planned" className="rounded-md border border-line bg-sheet">
      <table className="w-full min-w-[720px] text-left text-sm" data-list="">
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
        <tbody className="divide-y divide-line">
          {rows.slice(0, DRAWN).map((row) => (
            <tr
              key={row.row}
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
                <>
                  <td className="px-2 py-1.5 whitespace-nowrap">{tipShort(row.settings)}</td>
                  <td className="px-2 py-1.5 whitespace-nowrap">
                    {row.settings.oxygen_pressure_kpa == null
                      ? setting(null, system)
                      : print(row.settings.oxygen_pressure_kpa, "pressure", system)}
                  </td>
                  <td className="px-2 py-1.5 whitespace-nowrap">
                    {isHeatingHead(row.settings)
                      ? ABSENT
                      : print(row.settings.travel_speed_mm_min, "speed", system)}
                  </td>
                  <td className="px-2 py-1.5 whitespace-nowrap">{clock(row.settings.time_s)}</td>
                  <td className="px-2 py-1.5 text-right">
                    {row.settings.cost == null ? "" : print(row.settings.cost, "money", system)}
                  </td>
                </>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {rows.length > DRAWN && (
        <p className="px-2 py-1.5 text-sm text-ink-2">
          and {rows.length - DRAWN} more rows, planned and kept like these
        </p>
      )}
    </Wide>
  );
}
