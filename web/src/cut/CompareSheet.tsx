/** A cut compared: every fuel side by side, and what moves a result most. */

import { useQuery } from "@tanstack/react-query";
import { Tabs } from "radix-ui";
import { useState } from "react";
import { api, type CutInput, type CutPlan, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { QUANTITIES, SCREEN, sentence, word } from "@/text";
import { tipName } from "@/text/tip";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { useCurrency } from "@/ui/currency";
import { GasBadge } from "@/ui/gas-badge";
import { type Level, LevelWord, Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { Sheet } from "@/ui/sheet";
import { Failed, Loading } from "@/ui/states";
import { Wide } from "@/ui/wide";
import { clock, type Kind, print, type System, setting } from "@/units";
import { TraceSheet } from "./TraceSheet";

type Props = {
  jobId: string | null;
  input: CutInput;
  open: boolean;
  onClose: () => void;
  onFuel: (fuel: string) => void;
  onWhy: (quantity: string) => void;
};

type Line = {
  name: string;
  quantity: string;
  of: (plan: CutPlan) => number | undefined;
  show: (n: number, s: System) => string;
};

/** A figure of a fuel, or that a stop leaves none. */
function shownFigure(line: Line, value: number | undefined, system: System): string {
  return value === undefined ? setting(null, system) : line.show(value, system);
}

const as = (kind: Kind) => (n: number, system: System) => print(n, kind, system);

const LINES: readonly Line[] = [
  {
    name: "Oxygen, flowing",
    quantity: "oxygen_pressure_kpa",
    of: (plan) => plan.oxygen_pressure_kpa?.set,
    show: as("pressure"),
  },
  {
    name: "Fuel, flowing",
    quantity: "fuel_pressure_kpa",
    of: (plan) => plan.fuel_pressure_kpa?.set,
    show: as("pressure"),
  },
  {
    name: "Start preheat",
    quantity: "start_preheat_s",
    of: (plan) => plan.start_preheat_s.set,
    show: as("duration"),
  },
  {
    name: "Travel speed",
    quantity: "travel_speed_mm_min",
    of: (plan) => plan.travel_speed_mm_min.set,
    show: as("speed"),
  },
  {
    name: "Time, all pieces",
    quantity: "time_s",
    of: (plan) => plan.line_total.time_s,
    show: clock,
  },
  {
    name: "Oxygen, all pieces",
    quantity: "oxygen_l",
    of: (plan) => plan.line_total.oxygen_l,
    show: as("gas_volume"),
  },
  {
    name: "Fuel, all pieces",
    quantity: "fuel_l",
    of: (plan) => plan.line_total.fuel_l,
    show: as("gas_volume"),
  },
  {
    name: "Cost, all pieces",
    quantity: "cost",
    of: (plan) => plan.line_total.cost ?? 0,
    show: as("money"),
  },
];

/** How much of the longest bar of its row a value is: the row's own scale, so that fuels compare. */
function part(value: number, all: readonly number[]): number {
  const most = Math.max(...all);
  return most > 0 ? (100 * value) / most : 0;
}

function Fuels({ options, onFuel }: { options: Schemas["FuelOption"][]; onFuel: Props["onFuel"] }) {
  const { system } = usePreferences();
  const currency = useCurrency();
  const [why, setWhy] = useState<{ plan: CutPlan; quantity: string } | null>(null);
  return (
    <Wide label="Fuels side by side">
      <table className="w-full min-w-[720px] table-fixed border-collapse text-sm" data-fuels="">
        <thead>
          <tr className="align-bottom">
            <th className="w-36 text-left text-xs font-normal text-ink-2">Same cut, each fuel</th>
            {options.map((option) => (
              <th key={option.fuel} className="p-2 text-left" scope="col" data-fuel={option.fuel}>
                <span className="flex items-center gap-1.5 text-base">
                  <GasBadge gas={option.fuel} /> {word(option.fuel)}
                </span>
                <span className="flex min-h-9 items-center justify-between gap-2 font-normal">
                  <LevelWord level={option.plan.verdict as Level} />
                  {option.in_use ? (
                    <span className="text-xs text-ink-2">in use</span>
                  ) : (
                    <Button
                      onClick={() => onFuel(option.fuel)}
                      aria-label={`Use ${word(option.fuel)}`}
                    >
                      Use
                    </Button>
                  )}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="divide-y divide-line border-y border-line">
          <tr>
            <th scope="row" className="py-1.5 text-left font-normal text-ink-2">
              Tip
            </th>
            {options.map((option) => (
              <td key={option.fuel} className="p-2">
                {tipName(option.plan.tip, system)}
                <span className="block text-xs text-ink-2">{word(option.plan.tip.face)} face</span>
              </td>
            ))}
          </tr>
          {LINES.map((line) => {
            const all = options.map((option) => line.of(option.plan));
            return (
              <tr key={line.name}>
                <th scope="row" className="py-1.5 text-left font-normal text-ink-2">
                  {line.name}
                  {line.name.startsWith("Cost") && `, ${currency}`}
                </th>
                {options.map((option, i) => (
                  <td key={option.fuel} className="p-2 font-semibold">
                    <button
                      type="button"
                      className="font-semibold underline decoration-dotted underline-offset-4"
                      data-why={`${option.fuel} ${line.quantity}`}
                      onClick={() => setWhy({ plan: option.plan, quantity: line.quantity })}
                    >
                      {shownFigure(line, all[i], system)}
                    </button>
                    <span className="mt-0.5 block h-1 bg-sunk" aria-hidden="true">
                      <span
                        className="block h-1"
                        style={{
                          width: `${part(
                            all[i] ?? 0,
                            all.map((each) => each ?? 0),
                          )}%`,
                          background: `var(--gas-${option.fuel})`,
                        }}
                      />
                    </span>
                  </td>
                ))}
              </tr>
            );
          })}
          <tr className="align-top">
            <th scope="row" className="py-1.5 text-left font-normal text-ink-2">
              {SCREEN.changeLead}
            </th>
            {options.map((option) => (
              <td key={option.fuel} className="p-2 text-xs">
                <ul className="flex flex-col gap-1">
                  {option.changes.map((change) => (
                    <li key={change.code} className="flex gap-1" data-change={change.code}>
                      <Mark level={change.level as Level} size={13} />
                      <span>
                        {sentence("notes", change.code, change.values, system, change.text)}
                      </span>
                    </li>
                  ))}
                  {option.changes.length === 0 && <li>nothing</li>}
                </ul>
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      {why && <TraceSheet plan={why.plan} quantity={why.quantity} onClose={() => setWhy(null)} />}
    </Wide>
  );
}

const ASKED = [
  "cost",
  "time_s",
  "oxygen_l",
  "fuel_l",
  "oxygen_pressure_kpa",
  "fuel_pressure_kpa",
  "start_preheat_s",
  "travel_speed_mm_min",
  "kerf_mm",
];

function Sways({ reply, onWhy }: { reply: Schemas["SensitivityReply"]; onWhy: Props["onWhy"] }) {
  const { system } = usePreferences();
  const kind = reply.kind as Kind;
  const low = Math.min(reply.base, ...reply.bars.map((bar) => bar.low));
  const high = Math.max(reply.base, ...reply.bars.map((bar) => bar.high));
  const at = (value: number) => (high > low ? (100 * (value - low)) / (high - low) : 50);
  return (
    <ol className="flex flex-col gap-2">
      {reply.bars.map((bar) => (
        <li key={bar.input}>
          <button
            type="button"
            data-sway={bar.input}
            onClick={() => onWhy(reply.quantity)}
            className="grid w-full grid-cols-[120px_1fr] items-center gap-3 rounded-md px-1 py-1 text-left hover:bg-accent-soft"
          >
            <span className="text-sm">{word(bar.input)}</span>
            <span className="block">
              <span className="relative block h-4 bg-sunk" aria-hidden="true">
                <span
                  className="absolute inset-y-0 bg-accent/60"
                  style={{ left: `${at(bar.low)}%`, width: `${at(bar.high) - at(bar.low)}%` }}
                />
                <span
                  className="absolute inset-y-[-3px] w-0.5 bg-ink"
                  style={{ left: `${at(reply.base)}%` }}
                />
              </span>
              <span className="flex justify-between gap-3 text-xs text-ink-2">
                <span>
                  {print(bar.low, kind, system)} · {word(bar.low_by)}
                </span>
                <span className="text-right">
                  {print(bar.high, kind, system)} · {word(bar.high_by)}
                </span>
              </span>
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}

export function CompareSheet({ jobId, input, open, onClose, onFuel, onWhy }: Props) {
  const { system } = usePreferences();
  const [quantity, setQuantity] = useState("cost");
  const body = { job_id: jobId, input: input as Record<string, unknown> };
  const fuels = useQuery({
    queryKey: keys.fuels(jobId, input),
    enabled: open,
    queryFn: () => data(api.POST("/api/v1/cut-plans/fuels", { body })),
  });
  const sways = useQuery({
    queryKey: keys.sensitivity(jobId, input, quantity),
    enabled: open,
    queryFn: () => data(api.POST("/api/v1/cut-plans/sensitivity", { body: { ...body, quantity } })),
  });
  const tab =
    "border-b-3 border-transparent px-3 py-1.5 text-sm data-[state=active]:border-accent data-[state=active]:font-semibold";
  return (
    <Sheet open={open} onClose={onClose} title="Compare" wide>
      <Tabs.Root defaultValue="fuels" className="flex flex-col gap-3">
        <Tabs.List className="flex border-b border-line" aria-label="What is compared">
          <Tabs.Trigger value="fuels" className={tab}>
            Fuels side by side
          </Tabs.Trigger>
          <Tabs.Trigger value="sways" className={tab}>
            What moves it most
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="fuels">
          {fuels.isPending && <Loading what="Planning with every fuel" />}
          {fuels.error && <Failed error={fuels.error} />}
          {fuels.data && <Fuels options={fuels.data.options} onFuel={onFuel} />}
        </Tabs.Content>
        <Tabs.Content value="sways" className="flex flex-col gap-3">
          <p className="text-sm text-ink-2">{SCREEN.swayLead}</p>
          <div className="flex flex-wrap items-end gap-4">
            <div className="w-52">
              <Choice
                label="Result"
                value={quantity}
                options={ASKED.map((value) => ({ value, text: QUANTITIES[value] ?? value }))}
                onChange={setQuantity}
              />
            </div>
            {sways.data && (
              <p className="pb-1.5 text-sm">
                As it stands:{" "}
                <strong className="text-base">
                  {print(sways.data.base, sways.data.kind as Kind, system)}
                </strong>
              </p>
            )}
          </div>
          {sways.error && <Failed error={sways.error} />}
          {sways.data && <Sways reply={sways.data} onWhy={onWhy} />}
        </Tabs.Content>
      </Tabs.Root>
    </Sheet>
  );
}
