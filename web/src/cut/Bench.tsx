/** The bench: one cut, drawn to scale, set and explained. Drawing, fields and fuel share one state. */
import { useQuery } from "@tanstack/react-query";
import { Pin, Scale } from "lucide-react";
import { type ReactNode, useEffect, useState } from "react";
import { api, type CutInput, type CutPlan, data } from "@/api/client";
import { keys } from "@/api/keys";
import { SCREEN, word } from "@/text";
import { Button } from "@/ui/button";
import { GasBadge } from "@/ui/gas-badge";
import { type Level, LevelWord } from "@/ui/mark";
import { Failed, Loading } from "@/ui/states";
import { CompareSheet } from "./compare/CompareSheet";
import { LayoutBench } from "./layout/LayoutBench";
import { thicknessOf, wantedOf, withChange } from "./model";
import { PlateBench } from "./PlateBench";
import { SectionBench } from "./section/SectionBench";
import { TraceSheet } from "./TraceSheet";
import { useDraft } from "./useDraft";
import { Warnings } from "./Warnings";
import { WorkBench } from "./work/WorkBench";

type Props = {
  jobId: string | null;
  /** The cut's own input; job and shop fill in the rest on the server. */
  input: CutInput;
  /** A change that is meant: saved by whoever holds the bench. */
  onChange: (change: CutInput) => void;
  heading: string;
  /** Tells one cut from another: a comparison of fuels ends with its cut. */
  cutKey: string;
  /** The fuel that the job's rig is set up for, where it is known. */
  rigFuel?: string | null | undefined;
  /** Buttons beside the heading, given the plan that stands. */
  actions?: ((plan: CutPlan, request: unknown) => ReactNode) | undefined;
  /** Takes the cut off the bench, where it lies there for a look alone. */
  onClear?: (() => void) | undefined;
};

function Clear({ onClear }: Pick<Props, "onClear">) {
  if (onClear === undefined) return null;
  return (
    <Button look="bare" onClick={onClear}>
      Clear
    </Button>
  );
}

export function Bench(props: Props) {
  const { jobId, input, onChange, heading, cutKey, rigFuel, actions, onClear } = props;
  const [dragged, setDragged] = useState<number | null>(null);
  const shownInput =
    dragged === null ? input : withChange(input, { steel: { thickness_mm: dragged } });
  const { draft, failure } = useDraft(jobId, shownInput, cutKey);
  const reference = useQuery({
    queryKey: keys.reference,
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/reference")),
  });
  const grades = (reference.data?.grades ?? []).map((g) => ({ value: g.grade, text: g.title }));
  const [why, setWhy] = useState<string | null>(null);
  const [comparing, setComparing] = useState(false);
  const [before, setBefore] = useState<{ fuel: string; plan: CutPlan } | null>(null);
  // another cut on the bench: the comparison of fuels ends, settings held on purpose stay
  // biome-ignore lint/correctness/useExhaustiveDependencies: the cut on the bench is what counts
  useEffect(() => setBefore((now) => (now?.fuel === "" ? now : null)), [cutKey]);

  if (draft === undefined) {
    // as high as a bench: the page does not jump while another cut is planned
    if (failure === null)
      return (
        <div className="min-h-[70vh]">
          <Loading what="Planning the cut" />
        </div>
      );
    return (
      <div className="flex flex-wrap items-start justify-between gap-2">
        <Failed error={failure} />
        <Clear onClear={onClear} />
      </div>
    );
  }
  const { plan, request } = draft;
  const fuel = request.gas.fuel;
  const errors = failure?.fields ?? [];
  const wanted = wantedOf(request, shownInput);
  const onFuel = (next: string) => {
    // settings held on purpose stay held
    if (before === null || before.fuel !== "") setBefore({ fuel, plan });
    onChange({ gas: { fuel: next } });
  };

  return (
    <section aria-label="Bench" className="flex flex-col gap-3" data-verdict={plan.verdict}>
      <header className="flex flex-wrap items-center justify-between gap-2">
        <h2 className="flex items-center gap-3 text-lg font-semibold">
          <LevelWord level={plan.verdict as Level} />
          <span>{heading}</span>
        </h2>
        <span className="flex flex-wrap gap-2">
          <Button onClick={() => setComparing(true)}>
            <Scale size={16} aria-hidden="true" /> Compare
          </Button>
          <Button
            aria-pressed={before !== null && before.fuel === ""}
            onClick={() => setBefore(before === null ? { fuel: "", plan } : null)}
          >
            <Pin size={16} aria-hidden="true" />{" "}
            {before === null ? "Pin to compare" : "Stop comparing"}
          </Button>
          {actions?.(plan, request)}
          <Clear onClear={onClear} />
        </span>
      </header>
      {failure !== null && errors.length === 0 && <Failed error={failure} />}
      {rigFuel != null && rigFuel !== fuel && (
        <p className="flex items-center gap-2 px-3 text-sm font-semibold" data-other-fuel={fuel}>
          <GasBadge gas={fuel} /> {SCREEN.otherFuel} {word(rigFuel)}.
        </p>
      )}
      <Warnings notes={plan.notes} />
      {plan.section ? (
        <SectionBench
          plan={plan}
          section={plan.section}
          request={wanted}
          errors={errors}
          grades={grades}
          onChange={onChange}
          onFuel={(next) => onChange({ gas: { fuel: next } })}
          onWhy={setWhy}
        />
      ) : plan.work ? (
        <WorkBench
          key={cutKey}
          plan={plan}
          work={plan.work}
          request={wanted}
          errors={errors}
          gauges={draft.gauges}
          expected={draft.expected}
          onChange={onChange}
          onFuel={(next) => onChange({ gas: { fuel: next } })}
          onWhy={setWhy}
        />
      ) : plan.layout && request.layout ? (
        <LayoutBench
          plan={plan}
          laid={plan.layout}
          layout={{ ...request.layout, ...shownInput.layout }}
          request={wanted}
          line={jobId === null ? null : cutKey}
          job={jobId}
          errors={errors}
          reference={reference.data}
          gauges={draft.gauges}
          expected={draft.expected}
          before={before}
          onChange={onChange}
          onFuel={onFuel}
          onWhy={setWhy}
        />
      ) : (
        <PlateBench
          plan={plan}
          request={request}
          wanted={wanted}
          thickness={thicknessOf({ request, wanted, errors })}
          errors={errors}
          reference={reference.data}
          gauges={draft.gauges}
          expected={draft.expected}
          before={before}
          onChange={onChange}
          onThickness={(mm, done) => {
            setDragged(done ? null : mm);
            if (done) onChange({ steel: { thickness_mm: mm } });
          }}
          onFuel={onFuel}
          onWhy={setWhy}
        />
      )}
      <CompareSheet
        jobId={jobId}
        input={input}
        open={comparing}
        onClose={() => setComparing(false)}
        onFuel={(next) => {
          setComparing(false);
          setBefore({ fuel, plan });
          onChange({ gas: { fuel: next }, tip: null });
        }}
        onWhy={(quantity) => {
          setComparing(false);
          setWhy(quantity);
        }}
      />
      <TraceSheet plan={plan} quantity={why} onClose={() => setWhy(null)} />
    </section>
  );
}
