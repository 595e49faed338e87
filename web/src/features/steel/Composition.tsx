/** The composition as rules: each element against what cuts, cuts with care, and does not cut. */
import { Slider } from "radix-ui";
import { useEffect, useState } from "react";
import type { Schemas } from "@/api/client";
import { alsoTold, inOrder, longest, place, share } from "./model";

type Props = {
  alloys: Schemas["AlloyWire"][];
  parts: Record<string, number>;
  onChange: (element: string, percent: number | null) => void;
};

function Rule({
  alloy,
  percent,
  onChange,
}: {
  alloy: Schemas["AlloyWire"];
  percent: number | undefined;
  onChange: (percent: number | null) => void;
}) {
  // "0." is on its way to 0.4: what is typed stays as it is while it means the same number
  const [text, setText] = useState(percent === undefined ? "" : String(percent));
  useEffect(() => {
    setText((now) => (now !== "" && Number(now) === percent ? now : String(percent ?? "")));
  }, [percent]);
  const most = longest(alloy.with_care_up_to_percent);
  const at = place(percent ?? 0, most);
  const normal = place(alloy.cuts_up_to_percent, most);
  const care = place(alloy.with_care_up_to_percent, most);
  return (
    <li className="grid grid-cols-[28px_1fr_84px] items-center gap-3" data-element={alloy.element}>
      <span className="text-base font-semibold">{alloy.element}</span>
      <Slider.Root
        value={[at]}
        max={100}
        step={0.5}
        onValueChange={([next]) => onChange(share(next ?? 0, most))}
        className="relative flex h-8 touch-none items-center"
      >
        <Slider.Track className="relative h-5 w-full overflow-hidden rounded-sm border border-line-strong bg-stop-soft">
          <span
            className="absolute inset-y-0 left-0 bg-caution-soft"
            style={{ width: `${care}%` }}
          />
          <span
            className="absolute inset-y-0 left-0 bg-accent-soft"
            style={{ width: `${normal}%` }}
          />
          <span
            className="absolute inset-y-0 border-l border-ink/60"
            style={{ left: `${normal}%` }}
          />
          <span
            className="absolute top-0.5 pl-1 text-[12px] leading-4 text-ink-2"
            style={{ left: `${normal}%` }}
          >
            {alloy.cuts_up_to_percent}
          </span>
          {care > normal + 12 && (
            <>
              <span
                className="absolute inset-y-0 border-l border-ink/60"
                style={{ left: `${care}%` }}
              />
              <span
                className="absolute top-0.5 pl-1 text-[12px] leading-4 text-ink-2"
                style={{ left: `${care}%` }}
              >
                {alloy.with_care_up_to_percent}
              </span>
            </>
          )}
        </Slider.Track>
        <Slider.Thumb
          aria-label={`${alloy.element}, percent`}
          aria-valuetext={percent === undefined ? "not given" : `${percent} %`}
          className={`block h-8 w-2.5 rounded-sm border border-sheet ${percent === undefined ? "bg-line-strong opacity-40" : "bg-ink"}`}
        />
      </Slider.Root>
      <span className="flex h-9 items-center rounded-md border border-line-strong bg-sheet pr-2">
        <input
          aria-label={`${alloy.element}, percent by weight`}
          value={text}
          placeholder="–"
          inputMode="decimal"
          onChange={(event) => {
            setText(event.target.value);
            const typed = event.target.value.trim();
            if (typed === "") onChange(null);
            else if (!Number.isNaN(Number(typed))) onChange(Number(typed));
          }}
          className="w-full min-w-0 bg-transparent px-2 text-sm outline-none"
        />
        <span className="text-xs text-ink-2">%</span>
      </span>
    </li>
  );
}

export function CompositionRules({ alloys, parts, onChange }: Props) {
  const others = alsoTold(parts, alloys);
  return (
    <div className="flex flex-col gap-1.5">
      <p className="flex flex-wrap gap-x-4 gap-y-1 text-xs text-ink-2" aria-hidden="true">
        <span className="flex items-center gap-1.5">
          <span className="h-3 w-5 border border-line-strong bg-accent-soft" /> cuts as mild steel
        </span>
        <span className="flex items-center gap-1.5">
          <span className="h-3 w-5 border border-line-strong bg-caution-soft" /> cuts with care
        </span>
        <span className="flex items-center gap-1.5">
          <span className="h-3 w-5 border border-line-strong bg-stop-soft" /> beyond
        </span>
        <span>Percent by weight; the balance is iron.</span>
      </p>
      <ul className="flex flex-col">
        {inOrder(alloys).map((alloy) => (
          <Rule
            key={alloy.element}
            alloy={alloy}
            percent={parts[alloy.element]}
            onChange={(percent) => onChange(alloy.element, percent)}
          />
        ))}
      </ul>
      {others.length > 0 && <p className="text-sm text-ink-2">Also: {others.join(", ")}</p>}
    </div>
  );
}
