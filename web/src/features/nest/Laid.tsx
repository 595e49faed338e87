/** The plates of one thickness, drawn, with what lies on each and what is left over. */

import { partOf } from "@/draw/layout/laid";
import { NestPlate } from "@/draw/layout/nest-plate";
import { sizeOf } from "@/draw/layout/nested";
import { word } from "@/text";
import { fill } from "@/text/fill";
import { NEST } from "@/text/nest";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { about, plateName, print } from "@/units";
import { type Group, percent, type Wish, whatIsOn } from "./model";

type Props = { group: Group; wish: Wish };

export function plateOf(group: Group, name: string): string {
  return group.grade == null ? name : `${name} ${word(group.grade)}`;
}

export function Laid({ group, wish }: Props) {
  const { system } = usePreferences();
  const parts = group.parts.map(({ part }) => partOf(part));
  const name = (part: number) => group.parts[part]?.typed ?? "";
  const title = plateOf(group, plateName(group.thickness_mm, system));
  return (
    <section
      aria-label={title}
      className="flex flex-col gap-3"
      data-nest-group={group.thickness_mm}
    >
      <h2 className="text-lg font-semibold">{title}</h2>
      <p className="-mt-3 text-sm text-ink-2">
        {fill(NEST.gap, { gap: print(group.gap_mm, "gap", system) })}
        {group.rounds > 1 && `; ${fill(NEST.rounds, { rounds: group.rounds })}`}
      </p>
      <ol className="flex flex-wrap gap-x-5 gap-y-1 text-sm">
        {group.parts.map((line, i) => (
          <li key={line.line_id}>
            <strong>{i + 1}</strong> {line.typed}
          </li>
        ))}
      </ol>
      {group.left_over.map((left) => (
        <Notice key={`${left.part} ${left.why}`} level="caution">
          {NEST.notLaid}:{" "}
          {fill(NEST.leftOver, { count: left.count, name: name(left.part), why: left.text })}
        </Notice>
      ))}
      {group.plates.map((plate, i) => {
        const number = String(i + 1);
        const share = percent(plate.used_share);
        const label = fill(NEST.drawing, { number, count: plate.placed.length, share });
        const rest = plate.remnant ? sizeOf(plate.remnant) : null;
        return (
          <figure
            // biome-ignore lint/suspicious/noArrayIndexKey: plates are known by their number alone
            key={i}
            className="flex break-inside-avoid flex-col gap-1 rounded-md border border-line bg-sheet p-3"
          >
            <NestPlate
              plate={wish}
              laid={plate}
              parts={parts}
              label={label}
              id={`left-${group.thickness_mm}-${number}`.replace(".", "-")}
            />
            <figcaption className="flex flex-wrap gap-x-5 text-sm">
              <strong>{fill(NEST.onPlate, { number, what: whatIsOn(plate) })}</strong>
              <span>
                {NEST.share} {share} %
              </span>
              <span className="text-ink-2">
                {rest === null
                  ? NEST.noRemnant
                  : fill(NEST.remnant, {
                      wide: about(rest.wide, system),
                      high: about(rest.high, system),
                    })}
              </span>
            </figcaption>
          </figure>
        );
      })}
    </section>
  );
}
