/** Strips side by side: where each is marked, from the one edge, and what the last one keeps. */

import type { Schemas } from "@/api/client";
import { fill } from "@/text/fill";
import { LAYOUT } from "@/text/layout";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";

type Props = { strips: Schemas["StripsReply"]; count: number };

export function StripMarks({ strips, count }: Props) {
  const { system } = usePreferences();
  const say = (mm: number) => print(mm, "length", system);
  const short = strips.whole < count;
  return (
    <section aria-label={LAYOUT.strips} className="mb-2 text-sm" data-strips={strips.whole}>
      <p>
        {strips.whole > 0 && (
          <>
            {LAYOUT.stripLines}: <strong>{strips.lines_mm.map(say).join(", ")}</strong>;{" "}
          </>
        )}
        {say(strips.keeps_mm)} {LAYOUT.stripsKeep}.
      </p>
      {short && (
        <p className="font-semibold text-caution">
          {fill(LAYOUT.stripsShort, { whole: `${strips.whole}`, count })}
        </p>
      )}
    </section>
  );
}
