/** Under the plate: the order of cutting, the marks, and whether a drawn line will do. */
import { Tabs } from "radix-ui";
import type { Schemas } from "@/api/client";
import { PathList } from "@/cut/layout/PathList";
import { LAYOUT } from "@/text/layout";
import { LineCheck } from "./LineCheck";
import { MarkList } from "./MarkList";
import { StripMarks } from "./StripMarks";

type Props = {
  laid: Schemas["PathsReply"];
  picked: number | null;
  onPick: (order: number) => void;
  /** Pieces that are wanted. */
  count: number;
  /** Of the plate, where it is known. */
  thickness: number | null;
};

const LOOK =
  "px-3 py-1.5 text-sm hover:bg-sunk data-[state=active]:border-b-3 data-[state=active]:border-accent data-[state=active]:font-semibold";

export function Sheets({ laid, picked, onPick, count, thickness }: Props) {
  return (
    <Tabs.Root defaultValue="paths" className="flex flex-col gap-2">
      <Tabs.List className="flex border-b border-line" aria-label={LAYOUT.title}>
        <Tabs.Trigger value="paths" className={LOOK}>
          {LAYOUT.paths}
        </Tabs.Trigger>
        <Tabs.Trigger value="marks" className={LOOK}>
          {LAYOUT.marks}
        </Tabs.Trigger>
        <Tabs.Trigger value="line" className={LOOK}>
          {LAYOUT.lineCheck}
        </Tabs.Trigger>
      </Tabs.List>
      <Tabs.Content value="paths">
        <PathList laid={laid} picked={picked} onPick={onPick} thickness={thickness} />
      </Tabs.Content>
      <Tabs.Content value="marks">
        {laid.strips != null && <StripMarks strips={laid.strips} count={count} />}
        <MarkList marks={laid.marks} />
      </Tabs.Content>
      <Tabs.Content value="line">
        <LineCheck />
      </Tabs.Content>
    </Tabs.Root>
  );
}
