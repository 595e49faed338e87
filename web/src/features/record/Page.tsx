/** The shop's record: what its burns teach, the burns themselves, and two ways held against each other. */
import { useNavigate, useSearch } from "@tanstack/react-router";
import { Tabs } from "radix-ui";
import { RECORD } from "@/text/record";
import { COST } from "@/text/record/cost";
import { QUOTE } from "@/text/record/quote";
import { STORES } from "@/text/record/stores";
import { PoorEdges } from "./cost/PoorEdges";
import { Learned } from "./Learned";
import { CutsOrRuns } from "./log/CutsOrRuns";
import { Quotes } from "./quote/Quotes";
import { Stores } from "./stores/Stores";
import { Ways } from "./trial/Ways";

const LOOK =
  "px-3 py-1.5 whitespace-nowrap text-sm hover:bg-sunk data-[state=active]:border-b-3 data-[state=active]:border-accent data-[state=active]:font-semibold";
const PARTS = [
  { value: "learned", text: RECORD.learned, shown: <Learned /> },
  { value: "log", text: RECORD.log, shown: <CutsOrRuns /> },
  { value: "poor-edges", text: COST.title, shown: <PoorEdges /> },
  { value: "stores", text: STORES.title, shown: <Stores /> },
  { value: "quotes", text: QUOTE.title, shown: <Quotes /> },
  { value: "two-ways", text: RECORD.twoWays, shown: <Ways /> },
];

export function RecordPage() {
  const { part } = useSearch({ from: "/record" });
  const navigate = useNavigate();
  const chosen = PARTS.some(({ value }) => value === part) ? part : "learned";
  return (
    <div className="flex flex-col gap-3">
      <h1 className="sr-only">{RECORD.title}</h1>
      <Tabs.Root
        value={chosen ?? "learned"}
        onValueChange={(next) =>
          void navigate({ to: "/record", search: { part: next }, replace: true })
        }
        className="flex flex-col gap-3"
      >
        <Tabs.List className="flex flex-wrap border-b border-line" aria-label={RECORD.title}>
          {PARTS.map(({ value, text }) => (
            <Tabs.Trigger key={value} value={value} className={LOOK}>
              {text}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {PARTS.map(({ value, shown }) => (
          <Tabs.Content key={value} value={value}>
            {shown}
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </div>
  );
}
