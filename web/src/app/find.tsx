/** Finds a job, a cut, a page, a sign or a trouble, by whichever name the trade gives it. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useDeferredValue, useState } from "react";
import { api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { nameOf } from "@/cut/model";
import { meets } from "@/text/synonyms";
import { usePreferences } from "@/ui/preferences";
import { Sheet } from "@/ui/sheet";
import { PLACES } from "./places";

/** How many jobs are offered. */
const SHOWN = 20;

type Found = { key: string; text: string; hint: string; go: () => void };

/** Every sign of the diagnosis and every trouble at the torch, each once. */
function useSigns(go: (search: { sign?: string; trouble?: string }) => void): Found[] {
  const fixed = { staleTime: Number.POSITIVE_INFINITY };
  const findings = useQuery({
    ...fixed,
    queryKey: keys.findings,
    queryFn: () => data(api.GET("/api/v1/edge/findings")),
  });
  const of = (fuel: string) => ({
    ...fixed,
    queryKey: keys.troubles(fuel),
    queryFn: () => data(api.GET("/api/v1/edge/troubles", { params: { query: { fuel } } })),
  });
  // what goes wrong differs between acetylene and the slower gases alone
  const [first, second] = [useQuery(of("acetylene")), useQuery(of("propane"))];
  const troubles = [...(first.data?.troubles ?? []), ...(second.data?.troubles ?? [])];
  const once = [...new Map(troubles.map((each) => [each.text, each])).values()];
  return [
    ...once.map(({ code, text }) => ({
      key: `trouble ${code} ${text}`,
      text,
      hint: "trouble",
      go: () => go({ trouble: code }),
    })),
    ...(findings.data?.findings ?? []).map(({ code, text }) => ({
      key: `sign ${code}`,
      text,
      hint: "sign",
      go: () => go({ sign: code }),
    })),
  ];
}

/** Mounted while it is asked: opened again it asks anew. */
export function Find({ onClose }: { onClose: () => void }) {
  const { system } = usePreferences();
  const navigate = useNavigate();
  const [wanted, setWanted] = useState("");
  const [at, setAt] = useState(0);
  const asked = useDeferredValue(wanted.trim());
  const jobs = useQuery({
    queryKey: keys.found(asked),
    // the shop looks through all of its jobs and their cuts, however many there are
    queryFn: () =>
      data(api.GET("/api/v1/jobs", { params: { query: { query: asked, limit: SHOWN } } })),
    placeholderData: keepPreviousData,
  });
  const today = useQuery({
    queryKey: keys.today,
    queryFn: () => data(api.GET("/api/v1/today")),
  });
  const pages: Found[] = PLACES.map(({ text, holds, where }) => ({
    key: text,
    text,
    hint: holds,
    go: () => void navigate(where),
  }));
  const signs = useSigns((search) => void navigate({ to: "/edge", search }));
  const ofJobs: Found[] = (jobs.data?.jobs ?? []).map(({ job }) => ({
    key: job.id,
    text: job.name,
    hint: "job",
    go: () => void navigate({ to: "/jobs/$jobId", params: { jobId: job.id } }),
  }));
  const ofLines: Found[] = (today.data?.next ?? []).map(({ job_name, view }) => ({
    key: view.line.id,
    text: nameOf(view, system),
    hint: job_name,
    go: () =>
      void navigate({
        to: "/jobs/$jobId",
        params: { jobId: view.line.job_id },
        search: { line: view.line.id },
      }),
  }));
  const named = (each: Found) => meets(`${each.text} ${each.hint}`, wanted);
  // a job may be found by a cut of it: the shop knows
  const here = [...[...pages, ...ofLines].filter(named), ...ofJobs];
  // signs and troubles only where something is asked: there are a hundred of them
  const found = wanted.trim().length < 3 ? here : [...here, ...signs.filter(named)];
  const chosen = Math.min(at, found.length - 1);

  function go(each: Found | undefined) {
    if (each === undefined) return;
    onClose();
    each.go();
  }

  return (
    <Sheet open onClose={onClose} title="Find" middle>
      <input
        aria-label="Find a job, a cut, a page or a sign"
        value={wanted}
        onChange={(event) => {
          setWanted(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          if (event.key === "ArrowDown") setAt(Math.min(chosen + 1, found.length - 1));
          if (event.key === "ArrowUp") setAt(Math.max(chosen - 1, 0));
          if (event.key === "Enter") go(found[chosen]);
        }}
        className="mb-2 h-11 rounded-md border-2 border-line-strong bg-sheet px-3 text-base"
      />
      <ul>
        {found.map((each, i) => (
          <li key={each.key}>
            <button
              type="button"
              onClick={() => go(each)}
              className={`flex w-full items-baseline justify-between gap-3 rounded-md px-3 py-2 text-left ${i === chosen ? "bg-accent-soft" : "hover:bg-sunk"}`}
            >
              <span>{each.text}</span>
              <span className="text-xs text-ink-2">{each.hint}</span>
            </button>
          </li>
        ))}
        {found.length === 0 && <li className="px-3 py-2 text-ink-2">Nothing is called that.</li>}
      </ul>
    </Sheet>
  );
}
