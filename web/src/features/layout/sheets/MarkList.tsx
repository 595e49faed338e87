/** What is marked on the plate, in the order of marking, and what shows that it is square. */

import type { Schemas } from "@/api/client";
import { fill } from "@/text/fill";
import { LAYOUT, MARK_KINDS } from "@/text/layout";
import { usePreferences } from "@/ui/preferences";
import { Heads, Wide } from "@/ui/wide";
import { about, print } from "@/units";

export function MarkList({ marks }: { marks: Schemas["MarksReply"] }) {
  const { system } = usePreferences();
  const say = (mm: number) => print(mm, "length", system);
  const rows = marks.marks.filter(({ kind }) => kind !== "punch");
  return (
    <section
      aria-label={LAYOUT.marks}
      className="flex flex-col gap-1 text-sm"
      data-marks={rows.length}
    >
      <p data-line={marks.line}>
        {(marks.line === "on" ? LAYOUT.lineOn : LAYOUT.lineLeft).replace(
          "{half}",
          print(marks.half_kerf_mm, "bore", system),
        )}
      </p>
      <p>
        {LAYOUT.marksLead}{" "}
        {fill(LAYOUT.punches, {
          straight: about(marks.punch_straight_mm, system),
          curve: about(marks.punch_curve_mm, system),
        })}
      </p>
      <Wide
        label={LAYOUT.marks}
        className="max-h-72 overflow-y-auto rounded-md border border-line bg-sheet"
      >
        <table className="w-full text-left tabular-nums">
          <thead className="sticky top-0 bg-sheet text-xs text-ink-2">
            <tr>
              <Heads
                heads={[
                  { hidden: LAYOUT.order },
                  LAYOUT.mark,
                  LAYOUT.fromLeftShort,
                  LAYOUT.fromBelowShort,
                  LAYOUT.radius,
                ]}
                className="px-2 py-1 font-normal"
              />
            </tr>
          </thead>
          <tbody>
            {rows.map(({ kind, at, radius_mm }, i) => (
              <tr key={`${kind} ${at.join(" ")}`} className="border-t border-line">
                <td className="px-2 py-0.5 text-ink-2">{i + 1}</td>
                <td className="px-2 py-0.5">{MARK_KINDS[kind] ?? kind}</td>
                <td className="px-2 py-0.5">{say(at[0] ?? 0)}</td>
                <td className="px-2 py-0.5">{say(at[1] ?? 0)}</td>
                <td className="px-2 py-0.5">{radius_mm == null ? "" : say(radius_mm)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Wide>
      <p className="font-semibold">
        {LAYOUT.square} {say(marks.diagonal_mm)}.
      </p>
    </section>
  );
}
