/** Steel: can plain oxygen cut it, and what must be done first? By grade, by mill sheet, or by tests. */
import { useRouterState } from "@tanstack/react-router";
import { Tabs } from "radix-ui";
import { useEffect } from "react";
import { useKept } from "@/ui/kept";
import { Known } from "./Known";
import { Shapes } from "./Shapes";
import { Unknown } from "./Unknown";

const PARTS = ["known", "unknown", "shapes"];

export function SteelPage() {
  const [tab, setTab] = useKept("galvanon.steel.tab", "known");
  // a line of unknown steel leads straight to the tests
  const asked = useRouterState({ select: (state) => state.location.hash });
  useEffect(() => {
    if (PARTS.includes(asked)) setTab(asked);
  }, [asked, setTab]);
  const look =
    "border-b-3 border-transparent px-3 py-1.5 text-sm data-[state=active]:border-accent data-[state=active]:font-semibold";
  return (
    <div className="flex flex-col gap-4">
      <h1 className="text-xl font-semibold">Steel</h1>
      <Tabs.Root value={tab} onValueChange={setTab} className="flex flex-col gap-4">
        <Tabs.List className="flex border-b border-line" aria-label="What is known of it">
          <Tabs.Trigger value="known" className={look}>
            Grade or mill sheet
          </Tabs.Trigger>
          <Tabs.Trigger value="unknown" className={look}>
            Unknown piece
          </Tabs.Trigger>
          <Tabs.Trigger value="shapes" className={look}>
            Shapes
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="known">
          <Known />
        </Tabs.Content>
        <Tabs.Content value="unknown">
          <Unknown />
        </Tabs.Content>
        <Tabs.Content value="shapes">
          <Shapes />
        </Tabs.Content>
      </Tabs.Root>
    </div>
  );
}
