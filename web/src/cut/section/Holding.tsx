/** What holds piece and drop, and what comes free. */
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { freedOf } from "@/text/section";
import { told } from "@/text/told";
import { usePreferences } from "@/ui/preferences";
import { whysOf } from "./figures";

type Section = Schemas["SectionReply"];

/** Why each hold stands where it does, and what comes free. */
export function Holding({ section }: { section: Section }) {
  const { system } = usePreferences();
  const freed = freedOf(section, system);
  if (freed.length === 0) return null;
  return (
    <ul className="flex flex-col gap-0.5 text-sm" data-freed="">
      {freed.map((line, i) => (
        // two tees are alike
        // biome-ignore lint/suspicious/noArrayIndexKey: the list is never reordered
        <li key={i}>{line}</li>
      ))}
      {whysOf(section.holds).map((hold) => (
        <li key={hold.why_code} className="text-xs text-ink-2" data-hold={hold.why_code}>
          {word(hold.by)} before stroke {hold.before_stroke}:{" "}
          {told("steps", hold.why_code ?? "", {}, system, hold.why ?? "")}
        </li>
      ))}
    </ul>
  );
}
