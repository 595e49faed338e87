/** How a shape can lie for its cut, with what each way takes. */
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { useMoney } from "@/ui/currency";
import { usePreferences } from "@/ui/preferences";
import { wayFacts } from "./figures";

type Props = {
  section: Schemas["SectionReply"];
  /** The cut must not be made as it is planned: nothing is told of its time, gas and cost. */
  stopped: boolean;
  onWay: (code: string) => void;
};

export function Ways({ section, stopped, onWay }: Props) {
  const { system } = usePreferences();
  const money = useMoney();
  if (section.ways.length < 2) return null;
  return (
    <fieldset className="flex flex-col gap-1.5" data-ways="">
      <legend className="pb-1 text-sm font-semibold">How it lies</legend>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(150px,1fr))] gap-1.5">
        {section.ways.map((way) => (
          <label
            key={way.code}
            className="flex cursor-pointer flex-col rounded-md border border-line bg-sheet px-2.5 py-1.5 text-sm has-checked:border-2 has-checked:border-accent has-checked:bg-accent-soft has-focus-visible:outline-3 has-focus-visible:outline-accent"
            data-way={way.code}
          >
            <span className="flex items-center gap-1.5 font-semibold">
              <input
                type="radio"
                name="way"
                className="accent-(--accent)"
                checked={way.code === section.way}
                onChange={() => onWay(way.code)}
              />
              {word(way.code)}
            </span>
            <span className="text-xs text-ink-2">
              {wayFacts(way, { system, money, stopped }).join(", ")}
              {!way.reached && <strong className="text-stop"> · out of reach</strong>}
            </span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}
