/** A cut that went out: four questions, then the restart, drawn, with what it costs to clean up. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { ToggleGroup } from "radix-ui";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { refusal, SCREEN, word } from "@/text";
import { Button } from "@/ui/button";
import { Choice as Picker } from "@/ui/choice";
import { useKept } from "@/ui/kept";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { Empty, Failed } from "@/ui/states";
import { CutAsked } from "./CutAsked";
import { changeWords } from "./change";
import { Answer } from "./LostAnswer";
import { asRequest, type Cut, lineOf } from "./model";

/** Answers as they were touched; empty where not yet. */
type Told = {
  through: string;
  slag: string;
  scrap: string;
  finished: string;
  bad: number | null;
  done?: number | null;
  /** Of the whole cut. */
  line?: number | null;
  because?: string;
};

const OPEN: Told = {
  through: "",
  slag: "",
  scrap: "",
  finished: "",
  bad: null,
  done: null,
  line: null,
  because: "",
};

type Option = { value: string; text: string };
const YES_NO: Option[] = [
  { value: "yes", text: "yes" },
  { value: "no", text: "no" },
];
const UNSEEN = "unseen";
const UNKNOWN = "unknown";
const SLAG: Option[] = [
  ...["down", "up", "stayed"].map((value) => ({ value, text: word(value) })),
  { value: UNSEEN, text: "nobody saw" },
];
const SCRAP: Option[] = ["left", "right", "none_of_the_two"].map((value) => ({
  value,
  text: word(value),
}));

function Question({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: Option[];
  onChange: (value: string) => void;
}) {
  return (
    <div className="flex flex-col gap-1">
      <p className="text-sm font-semibold">{label}</p>
      <ToggleGroup.Root
        type="single"
        value={value}
        onValueChange={(next) => next !== "" && onChange(next)}
        aria-label={label}
        className="flex flex-wrap gap-1.5"
      >
        {options.map((option) => (
          <ToggleGroup.Item
            key={option.value}
            value={option.value}
            data-answer={option.value}
            className="min-h-11 rounded-md border border-line bg-sheet px-3 text-sm hover:border-accent data-[state=on]:border-2 data-[state=on]:border-accent data-[state=on]:bg-accent-soft data-[state=on]:font-semibold"
          >
            {option.text}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}

/** Why it was lost, and what to set otherwise before it is picked up: else it is lost again. */
function Why({
  recovery,
  because,
  onBecause,
}: {
  recovery: Schemas["RecoveryReply"];
  because: string;
  onBecause: (because: string) => void;
}) {
  const { system } = usePreferences();
  const told = recovery.because;
  return (
    <div
      className="flex flex-col gap-2 rounded-md border-2 border-accent bg-accent-soft p-3"
      data-why-lost
    >
      <Picker
        label="Why was it lost? Put that right first, or it is lost again."
        value={because || UNKNOWN}
        options={[
          { value: UNKNOWN, text: "not known yet" },
          ...recovery.reasons.map((each) => ({ value: each.code, text: each.text })),
        ]}
        onChange={(told) => onBecause(told === UNKNOWN ? "" : told)}
      />
      {told && (
        <p className="text-sm" data-because={told.code}>
          {told.remedy}. {told.change && <strong>{changeWords(told.change, system)}</strong>}
        </p>
      )}
    </div>
  );
}

export function Lost({
  cut,
  onCut,
  onWhy,
}: {
  cut: Cut;
  onCut: (cut: Cut) => void;
  /** Asks why the cut went out. */
  onWhy: () => void;
}) {
  const { system } = usePreferences();
  const [told, setTold] = useKept<Told>("galvanon.edge.lost", OPEN);
  const set = (change: Partial<Told>) => setTold({ ...told, ...change });
  const ready = told.through !== "" && told.scrap !== "" && told.finished !== "";
  const body = {
    cut: asRequest(cut, lineOf(told.line, told.done)),
    through: told.through === "yes",
    slag: told.slag === "" || told.slag === UNSEEN ? null : told.slag,
    scrap: told.scrap,
    finished: told.finished === "yes",
    not_through_mm: told.through === "no" ? told.bad : null,
    done_mm: told.done ?? null,
    because: told.because || null,
  };
  const recovery = useQuery({
    queryKey: keys.recovery(body),
    enabled: ready,
    retry: false,
    placeholderData: keepPreviousData,
    queryFn: () => data(api.POST("/api/v1/edge/recoveries", { body })),
  });
  const failure = recovery.error instanceof ApiFailure ? recovery.error : null;
  const problem = (path: string) => {
    const found = failure?.fields.find((field) => field.path === path);
    return found === undefined ? undefined : refusal(found, system);
  };
  return (
    <div className="grid items-start gap-5 lg:grid-cols-[1fr_1.4fr]" data-lost>
      <div className="flex flex-col gap-4">
        <p className="rounded-md bg-stop-soft px-3 py-2 text-base font-semibold">
          Let go of the lever now. The flame may burn on.
        </p>
        <Question
          label="Was it through, up to where it stopped?"
          value={told.through}
          options={YES_NO}
          onChange={(through) => set({ through })}
        />
        <Question
          label="Which way did the slag go last?"
          value={told.slag}
          options={SLAG}
          onChange={(slag) => set({ slag })}
        />
        <Question
          label="Looking along the cut, which side is scrap?"
          value={told.scrap}
          options={SCRAP}
          onChange={(scrap) => set({ scrap })}
        />
        <Question
          label="Does the edge stay as it is cut?"
          value={told.finished}
          options={YES_NO}
          onChange={(finished) => set({ finished })}
        />
        {told.through === "no" && (
          <MeasureField
            label="Seen from below: how far is it not through?"
            kind="length"
            value={told.bad}
            error={problem("not_through_mm")}
            onCommit={(bad) => set({ bad })}
            onClear={() => set({ bad: null })}
          />
        )}
        <MeasureField
          label="How far had it cut, from its start?"
          kind="length"
          value={told.done ?? null}
          error={problem("done_mm")}
          onCommit={(done) => set({ done })}
          onClear={() => set({ done: null })}
        />
        <MeasureField
          label="How long is the whole cut?"
          kind="length"
          value={told.line ?? null}
          error={problem("cut.cut.length_mm")}
          onCommit={(line) => set({ line })}
          onClear={() => set({ line: null })}
        />
        <CutAsked cut={cut} onChange={onCut} error={problem("cut.steel.thickness_mm")} />
        <span className="flex flex-wrap gap-2">
          <Button onClick={() => setTold(OPEN)}>Start over</Button>
          <Button onClick={onWhy}>Why did it go out?</Button>
        </span>
      </div>
      <div className="flex flex-col gap-3">
        {!ready && <Empty>{SCREEN.lostLead}</Empty>}
        {failure && failure.fields.length === 0 && <Failed error={failure} />}
        {ready && recovery.data && (
          <Why
            recovery={recovery.data}
            because={told.because ?? ""}
            onBecause={(because) => set({ because })}
          />
        )}
        {ready && recovery.data && (
          <Answer recovery={recovery.data} knowsLine={told.line != null} />
        )}
        {ready && recovery.data && <p className="text-xs text-ink-2">{SCREEN.manual}</p>}
      </div>
    </div>
  );
}
