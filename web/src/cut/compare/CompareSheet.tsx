/** A cut compared: every fuel side by side, and what moves a result most. */

import { useQuery } from "@tanstack/react-query";
import { Tabs } from "radix-ui";
import { useState } from "react";
import { api, type CutInput, data } from "@/api/client";
import { keys } from "@/api/keys";
import { QUANTITIES, SCREEN } from "@/text";
import { Choice } from "@/ui/choice";
import { usePreferences } from "@/ui/preferences";
import { Sheet } from "@/ui/sheet";
import { Failed, Loading } from "@/ui/states";
import { type Kind, print } from "@/units";
import { Fuels } from "./Fuels";
import { Sways } from "./Sways";

type Props = {
  jobId: string | null;
  input: CutInput;
  open: boolean;
  onClose: () => void;
  onFuel: (fuel: string) => void;
  onWhy: (quantity: string) => void;
};

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
