/** Edge: find what made it poor, put flame and torch right, pick up a lost cut, see it before it is cut, grade it, look back. */
import { useQuery } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { Tabs } from "radix-ui";
import { useEffect, useState } from "react";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { wholeJob } from "@/api/lists";
import { PastEdges } from "@/cut/edges/PastEdges";
import { SCREEN } from "@/text";
import { useKept } from "@/ui/kept";
import { Empty, Failed, Loading } from "@/ui/states";
import { Before } from "./Before";
import { Find } from "./find";
import { Grade } from "./grade/Grade";
import { Lost } from "./lost/Lost";
import { type Answers, type Cut, NOTHING, type Of, USUAL_CUT } from "./model";
import { Torch } from "./Torch";

const TABS = [
  { key: "find", text: "Find the cause", lead: SCREEN.edgeLead },
  { key: "torch", text: "Flame and torch", lead: SCREEN.torchLead },
  { key: "lost", text: "Lost cut", lead: SCREEN.lostCutLead },
  { key: "before", text: "Before the cut", lead: SCREEN.beforeLead },
  { key: "grade", text: "Grade", lead: SCREEN.gradeLead },
  { key: "past", text: "Past edges", lead: SCREEN.pastLead },
];

export function EdgePage() {
  const [tab, setTab] = useKept("galvanon.edge.tab", "find");
  const [answers, setAnswers] = useKept<Answers>("galvanon.edge.answers", NOTHING);
  const [cut, setCut] = useKept<Cut>("galvanon.edge.cut", USUAL_CUT);
  const [of, setOf] = useKept<Of | null>("galvanon.edge.of", null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const asked = useSearch({ from: "/edge" });
  const navigate = useNavigate();
  const job = useQuery({
    queryKey: keys.job(asked.job ?? ""),
    enabled: asked.job !== undefined,
    queryFn: () => wholeJob(asked.job ?? ""),
  });
  // asked from a cut: its card and fuel weigh in, and what is kept goes there
  useEffect(() => {
    const view = job.data?.lines.find((each) => each.line.id === asked.line);
    if (view === undefined) return;
    setAnswers({ ...NOTHING, plan_id: view.card_id ?? null, fuel: view.request?.gas.fuel ?? null });
    setOf({ lineId: view.line.id, cut: view.line.typed });
    setTab("find");
    void navigate({ to: "/edge", search: {}, replace: true });
  }, [job.data, asked.line, setAnswers, setOf, setTab, navigate]);
  // found by name: a trouble is opened among them, a sign is told at once
  useEffect(() => {
    if (asked.trouble !== undefined) {
      setTrouble(asked.trouble);
      setTab("torch");
    } else if (asked.sign !== undefined) {
      const present = [asked.sign];
      setAnswers({ ...NOTHING, present, fuel: answers.fuel ?? null });
      setTab("find");
    } else if (TABS.some(({ key }) => key === asked.tab)) {
      setTab(asked.tab ?? "find");
    } else return;
    void navigate({ to: "/edge", search: {}, replace: true });
  }, [asked.trouble, asked.sign, asked.tab, answers.fuel, setAnswers, setTab, navigate]);
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
  const tell = (next: Answers) => {
    setAnswers(next);
    setTab("find");
  };
  return (
    <div className="flex flex-col gap-4">
      <header>
        <h1 className="text-xl font-semibold">Edge</h1>
        <p className="text-sm text-ink-2">{TABS.find((each) => each.key === tab)?.lead}</p>
      </header>
      <Tabs.Root value={tab} onValueChange={setTab} className="flex flex-col gap-4">
        <Tabs.List
          className="flex flex-wrap border-b border-line"
          aria-label="What to do with an edge"
        >
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
          <Find
            findings={findings.data}
            answers={answers}
            onAnswers={setAnswers}
            onKept={() => setTab("past")}
            of={of}
            onOf={setOf}
          />
        </Tabs.Content>
        <Tabs.Content value="torch">
          <Torch
            fuel={answers.fuel ?? null}
            onFuel={(fuel) => {
              // a trouble that was found by name waits for its fuel
              if (answers.fuel != null) setTrouble(null);
              setAnswers({ ...answers, fuel });
            }}
            code={trouble}
            onCode={setTrouble}
            words={words}
            onTell={tell}
          />
        </Tabs.Content>
        <Tabs.Content value="lost">
          <Lost
            cut={cut}
            onCut={setCut}
            onWhy={() => tell({ ...NOTHING, present: ["cut_lost_midway"], fuel: cut.fuel })}
          />
        </Tabs.Content>
        <Tabs.Content value="before">
          <Before words={words} cut={cut} onCut={setCut} />
        </Tabs.Content>
        <Tabs.Content value="grade">
          <Grade />
        </Tabs.Content>
        <Tabs.Content value="past">
          <PastEdges
            lineId={null}
            empty={<Empty>{SCREEN.emptyPast}</Empty>}
            onAgain={({ present, absent, burn_id, fuel }) =>
              tell({ present, absent, burn_id: burn_id ?? null, fuel: fuel ?? null })
            }
          />
        </Tabs.Content>
      </Tabs.Root>
    </div>
  );
}
