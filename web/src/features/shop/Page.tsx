/** The shop: where the trade disagrees, what this shop does; its own figures; who works here. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { v7 } from "uuid";
import { ApiFailure, api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { FuelPicker } from "@/cut/FuelPicker";
import { refusal, SCREEN } from "@/text";
import { PEOPLE } from "@/text/people";
import { Choice } from "@/ui/choice";
import { MeasureField } from "@/ui/measure-field";
import { usePreferences } from "@/ui/preferences";
import { Failed, Loading } from "@/ui/states";
import { EdgeWeights } from "./EdgeWeights";
import { CURRENCIES, FIGURES, GROUPS, MOVED, PRICES, questionsOf, UNITS } from "./figures";
import { MachineWords } from "./MachineWords";
import { Marking } from "./Marking";
import { NumbersToCall, Wires } from "./Own";
import { Question } from "./Question";

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
              {questionsOf(shop.data.schools, acts).map(([question, schools]) => (
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
