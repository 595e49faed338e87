/** Edge: find what made it poor, see it before it is cut, grade it measured. */
import { useQuery } from "@tanstack/react-query";
import { Tabs } from "radix-ui";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { SCREEN } from "@/text";
import { useKept } from "@/ui/kept";
import { Failed, Loading } from "@/ui/states";
import { Before } from "./Before";
import { Find } from "./Find";
import { Grade } from "./Grade";

const TABS = [
  { key: "find", text: "Find the cause" },
  { key: "before", text: "Before the cut" },
  { key: "grade", text: "Grade" },
];

export function EdgePage() {
  const [tab, setTab] = useKept("galvanon.edge.tab", "find");
  const findings = useQuery({
    queryKey: keys.findings,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/edge/findings")),
  });
  if (findings.isPending) return <Loading what="Laying out what can be seen" />;
  if (findings.error)
    return <Failed error={findings.error} onRetry={() => void findings.refetch()} />;
  const words = (code: string) =>
    findings.data.findings.find((each) => each.code === code)?.text ?? code;
  return (
    <div className="flex flex-col gap-4">
      <header>
        <h1 className="text-xl font-semibold">Edge</h1>
        <p className="text-sm text-ink-2">{SCREEN.edgeLead}</p>
      </header>
      <Tabs.Root value={tab} onValueChange={setTab} className="flex flex-col gap-4">
        <Tabs.List className="flex border-b border-line" aria-label="What to do with an edge">
          {TABS.map(({ key, text }) => (
            <Tabs.Trigger
              key={key}
              value={key}
              className="min-h-11 border-b-3 border-transparent px-3 py-1.5 text-sm data-[state=active]:border-accent data-[state=active]:font-semibold"
            >
              {text}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="find">
          <Find findings={findings.data} />
        </Tabs.Content>
        <Tabs.Content value="before">
          <Before words={words} />
        </Tabs.Content>
        <Tabs.Content value="grade">
          <Grade />
        </Tabs.Content>
      </Tabs.Root>
    </div>
  );
}
