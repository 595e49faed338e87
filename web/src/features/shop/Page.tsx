/** The shop: where the trade disagrees, what this shop does; its own figures; who works here. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { RadioGroup } from "radix-ui";
import { useEffect, useState } from "react";
import { v7 } from "uuid";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { FuelPicker } from "@/cut/FuelPicker";
import { wiresOf } from "@/cut/wires";
import { refusal, SCREEN, word } from "@/text";
import { PEOPLE } from "@/text/people";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { Failed, Loading } from "@/ui/states";
import { TextField } from "@/ui/text-field";
import type { Kind } from "@/units";
import { EdgeWeights } from "./EdgeWeights";
import { MachineWords } from "./MachineWords";
import { Marking } from "./Marking";

type School = Schemas["School"];

const FIGURES: readonly { key: string; label: string; kind: Kind; about: string }[] = [
  {
    key: "one_pressure_kpa",
    label: "One oxygen pressure",
    kind: "pressure",
    about: "gas flowing; counts where one pressure is held for all work",
  },
  {
    key: "reach_mm",
    label: "One reach",
    kind: "length",
    about: "how far a hand cut goes before the body moves on",
  },
  {
    key: "handling_s",
    label: "Handling a cut",
    kind: "duration",
    about: "taking the torch, setting up, laying it down",
  },
  { key: "reposition_s", label: "Moving on", kind: "duration", about: "at each planned stop" },
  {
    key: "clean_up_s_m",
    label: "Cleaning a metre of edge",
    kind: "duration",
    about: "chipping and grinding; counts as handling",
  },
  {
    key: "ambient_pressure_kpa",
    label: "Air pressure here",
    kind: "air_pressure",
    about: "absolute; lower high above the sea",
  },
  {
    key: "discharge_coefficient",
    label: "Discharge of the tips",
    kind: "ratio",
    about: "0.9 for a drilled bore, until measured",
  },
  {
    key: "torch_loss_percent",
    label: "Loss in the torch",
    kind: "percent",
    about: "of the absolute pressure at the tip",
  },
  {
    key: "lifting_limit_kg",
    label: "Lifting limit",
    kind: "mass",
    about: "the heaviest piece the shop lifts",
  },
  {
    key: "fire_watch_min",
    label: "Fire watch, minutes",
    kind: "count",
    about: "after the last flame; 30 at least (OSHA 1910.252), 60 by NFPA 51B, both from memory",
  },
];

const PRICES: readonly { key: string; label: string; kind: Kind }[] = [
  { key: "price_oxygen_m3", label: "Oxygen", kind: "gas_price" },
  { key: "price_acetylene_m3", label: "Acetylene", kind: "gas_price" },
  { key: "price_propane_m3", label: "Propane", kind: "gas_price" },
  { key: "price_propylene_m3", label: "Propylene", kind: "gas_price" },
  { key: "price_natural_gas_m3", label: "Natural gas", kind: "gas_price" },
  { key: "price_labour_h", label: "An hour of work", kind: "money" },
  { key: "price_tip", label: "A tip", kind: "money" },
  { key: "tip_life_starts", label: "Starts a tip lasts", kind: "count" },
];
const CURRENCIES = ["$", "€", "£", "kr", "zł"].map((value) => ({ value, text: value }));

const UNITS = [
  { value: "inch", text: "inch and psi" },
  { value: "metric", text: "millimetre and bar" },
  { value: "metric_kpa", text: "millimetre and kPa" },
];

/** What a line that does not say it means. */
const MOVED = [
  { value: "asked", text: "asked in each line" },
  ...["freehand", "guided", "machine"].map((value) => ({ value, text: word(value) })),
];

/** The questions, by what an answer changes. */
const GROUPS = [
  { acts: ["yes"], title: "What moves the figures" },
  { acts: ["card", "run"], title: "What changes the work at the torch" },
];

const ACTS: Record<string, string> = {
  card: "on the card where it is not the usual",
};

/** Whom to call in an emergency, in the shop's own words; it ends every emergency card at the torch. */
function NumbersToCall({
  kept,
  error,
  onCommit,
}: {
  kept: string;
  error: string | undefined;
  onCommit: (text: string) => void;
}) {
  const [text, setText] = useState(kept);
  useEffect(() => setText(kept), [kept]);
  return (
    <section aria-labelledby="numbers" className="flex max-w-2xl flex-col gap-1">
      <h2 id="numbers" className="text-lg font-semibold">
        Numbers to call
      </h2>
      <p className="text-sm text-ink-2">
        Fire, ambulance, gas supplier, first aider: they end every emergency card at the torch.
      </p>
      <textarea
        aria-labelledby="numbers"
        rows={2}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => text !== kept && onCommit(text)}
        className="rounded-md border border-line-strong bg-sheet p-2 text-sm"
      />
      {error && <p className="text-xs text-stop">{error}</p>}
    </section>
  );
}

/** The wires that bores are measured with. */
function Wires({
  kept,
  error,
  onCommit,
}: {
  kept: readonly number[];
  error: string | undefined;
  onCommit: (wires: number[]) => void;
}) {
  const [text, setText] = useState(kept.join(" "));
  useEffect(() => setText(kept.join(" ")), [kept]);
  return (
    <TextField
      label={SCREEN.wires}
      value={text}
      onChange={setText}
      onBlur={() => text !== kept.join(" ") && onCommit(wiresOf(text))}
      aria-invalid={error !== undefined}
      hint={error ?? SCREEN.wiresAbout}
    />
  );
}

function Question({
  schools,
  value,
  onPick,
}: {
  schools: School[];
  value: unknown;
  onPick: (option: string) => void;
}) {
  const first = schools[0];
  if (first === undefined) return null;
  return (
    <li className="grid gap-x-6 gap-y-1 px-4 py-3 md:grid-cols-[200px_minmax(0,1fr)]">
      <div>
        <h4 className="font-semibold">{first.question_text}</h4>
        <p className="text-xs text-ink-2">{ACTS[first.acts] ?? ""}</p>
      </div>
      <RadioGroup.Root
        value={String(value)}
        onValueChange={onPick}
        aria-label={first.question_text}
        className="grid gap-1 sm:grid-cols-2 lg:grid-cols-3"
      >
        {schools.map((school) => (
          <RadioGroup.Item
            key={school.option}
            value={school.option}
            className="rounded-md border border-line px-3 py-1.5 text-left hover:bg-sunk data-[state=checked]:border-2 data-[state=checked]:border-accent data-[state=checked]:bg-accent-soft"
          >
            <span className="block text-sm font-semibold">{school.option_text}</span>
            <span className="block text-xs text-ink-2">{school.reason}</span>
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
    </li>
  );
}

export function ShopPage() {
  const { system } = usePreferences();
  const queries = useQueryClient();
  const shop = useQuery({ queryKey: keys.shop, queryFn: () => data(api.GET("/api/v1/shop")) });
  const [refused, setRefused] = useState<Record<string, string>>({});
  const set = useMutation({
    mutationFn: ({ key, value }: { key: string; value: unknown }) =>
      data(api.PUT("/api/v1/shop/{key}", { params: { path: { key } }, body: { id: v7(), value } })),
    onSuccess: (reply, { key }) => {
      setRefused(({ [key]: _, ...rest }) => rest);
      queries.setQueryData(keys.shop, reply);
      void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== "shop" });
    },
    onError: (error, { key }) => {
      const field = error instanceof ApiFailure ? error.fields[0] : undefined;
      setRefused((all) => ({ ...all, [key]: field ? refusal(field, system) : error.message }));
    },
  });
  if (shop.isPending) return <Loading what="Looking up how this shop works" />;
  if (shop.error) return <Failed error={shop.error} onRetry={() => void shop.refetch()} />;
  const settings = shop.data.settings as Record<string, unknown>;
  const questions = Map.groupBy(shop.data.schools, (school) => school.question);
  return (
    <div className="flex flex-col gap-6">
      <header className="flex flex-wrap items-baseline justify-between gap-2">
        <h1 className="text-xl font-semibold">Shop</h1>
        <Link to="/people" className="text-sm underline">
          {PEOPLE.shopLink}
        </Link>
      </header>
      <section aria-labelledby="figures" className="flex flex-col gap-2">
        <h2 id="figures" className="text-lg font-semibold">
          Usual fuel and own figures
        </h2>
        <FuelPicker
          value={String(settings.fuel)}
          onChange={(value) => set.mutate({ key: "fuel", value })}
        />
        <div className="grid gap-3 sm:grid-cols-4">
          <Choice
            label="Units, until a person picks their own"
            value={String(settings.units)}
            options={UNITS}
            onChange={(value) => set.mutate({ key: "units", value })}
          />
          <Choice
            label="Torch is usually moved"
            value={String(settings.usual_process)}
            options={MOVED}
            onChange={(value) => set.mutate({ key: "usual_process", value })}
          />
          <Wires
            kept={(settings.cleaner_wires_mm ?? []) as number[]}
            error={refused.cleaner_wires_mm}
            onCommit={(value) => set.mutate({ key: "cleaner_wires_mm", value })}
          />
          {FIGURES.map((figure) => (
            <div key={figure.key}>
              <MeasureField
                label={figure.label}
                kind={figure.kind}
                value={Number(settings[figure.key])}
                error={refused[figure.key]}
                onCommit={(value) => set.mutate({ key: figure.key, value })}
              />
              <p className="mt-0.5 text-xs text-ink-2">{figure.about}</p>
            </div>
          ))}
        </div>
      </section>
      <NumbersToCall
        kept={String(settings.emergency_numbers ?? "")}
        error={refused.emergency_numbers}
        onCommit={(value) => set.mutate({ key: "emergency_numbers", value })}
      />
      <MachineWords
        kept={settings.machine_words}
        error={refused.machine_words}
        onCommit={(value) => set.mutate({ key: "machine_words", value })}
      />
      <Marking
        kept={settings.marking}
        error={refused.marking}
        onCommit={(value) => set.mutate({ key: "marking", value })}
      />
      <section aria-labelledby="prices" className="flex flex-col gap-2">
        <h2 id="prices" className="text-lg font-semibold">
          Prices
        </h2>
        <p className="text-sm text-ink-2">{SCREEN.estimates}</p>
        <div className="grid gap-3 sm:grid-cols-3 lg:grid-cols-5">
          <Choice
            label="Money"
            value={String(settings.currency)}
            options={CURRENCIES}
            onChange={(value) => set.mutate({ key: "currency", value })}
          />
          {PRICES.map((price) => (
            <MeasureField
              key={price.key}
              label={price.label}
              kind={price.kind}
              value={Number(settings[price.key])}
              error={refused[price.key]}
              onCommit={(value) => set.mutate({ key: price.key, value })}
            />
          ))}
        </div>
      </section>
      <section aria-labelledby="schools" className="flex flex-col gap-2">
        <h2 id="schools" className="text-lg font-semibold">
          Usual practice
        </h2>
        <p className="text-sm text-ink-2">{SCREEN.schools}</p>
        {GROUPS.map(({ acts, title }) => (
          <section key={title} aria-label={title} className="flex flex-col gap-1">
            <h3 className="font-semibold">{title}</h3>
            <ul className="divide-y divide-line rounded-md border border-line bg-sheet">
              {[...questions]
                .filter(([, schools]) => acts.includes(schools[0]?.acts ?? ""))
                .map(([question, schools]) => (
                  <Question
                    key={question}
                    schools={schools}
                    value={settings[question]}
                    onPick={(value) => set.mutate({ key: question, value })}
                  />
                ))}
            </ul>
          </section>
        ))}
      </section>
      <EdgeWeights />
      {set.error && !(set.error instanceof ApiFailure && set.error.fields.length > 0) && (
        <Failed error={set.error} />
      )}
    </div>
  );
}
