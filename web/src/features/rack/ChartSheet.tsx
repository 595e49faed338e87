/** A maker's chart for a tip of the drawer: read, looked at, kept when said so. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, data, type Schemas } from "@/api/client";
import { word } from "@/text";
import { Button } from "@/ui/button";
import { usePreferences } from "@/ui/preferences";
import { Sheet } from "@/ui/sheet";
import { Failed } from "@/ui/states";
import { boreName } from "@/units";
import { ChartRead, Rows, useChart } from "./ChartRead";
import { type Chart, type Face, FUELS } from "./chart";
import type { Fields, Gear } from "./model";

const EXAMPLE =
  "thickness (in), oxygen (psi), acetylene (psi), speed (in/min)\n1/4, 20-25, 3-5, 16-20";

type Props = { gear: Gear; onClose: () => void; onKept: () => void };

export function ChartSheet({ gear, onClose, onKept }: Props) {
  const { system } = usePreferences();
  const queries = useQueryClient();
  const tip = gear.fields as Fields & { bore_mm: number; face?: Face; charts?: Chart[] };
  const fuels = tip.face ? FUELS[tip.face] : [...FUELS.flush, ...FUELS.recessed];
  const chart = useChart(`galvanon.chart.${gear.id}`, fuels, tip.bore_mm);
  const found = chart.read.data?.charts ?? [];
  const isMine = (bore_mm: number) => Math.abs(bore_mm - tip.bore_mm) < 1e-3;
  const mine = found.filter((each) => isMine(each.bore_mm));
  const others = found.filter((each) => !isMine(each.bore_mm));
  const keep = useMutation({
    mutationFn: () => {
      const next = mine.map((each) => each.chart);
      const kept = (tip.charts ?? []).filter((each) => !next.some((one) => one.fuel === each.fuel));
      const fields = {
        ...gear.fields,
        charts: [...kept, ...next],
      } as NonNullable<Schemas["GearChange"]["fields"]>;
      const body = { version: gear.version, fields };
      return data(api.PATCH("/api/v1/gear/{id}", { params: { path: { id: gear.id } }, body }));
    },
    onSuccess: async () => {
      chart.setText("");
      await queries.invalidateQueries();
      onKept();
    },
  });
  return (
    <Sheet open onClose={onClose} title={`Maker’s chart for ${gear.label}`} wide>
      <div className="flex flex-col gap-4">
        <ChartRead chart={chart} example={EXAMPLE} />
        {mine.map((each) => (
          <section key={each.chart.fuel} className="rounded-md border border-line bg-sheet p-3">
            <h3 className="mb-1 font-semibold">
              As it will be kept: {boreName(each.bore_mm, system)}, {word(each.chart.fuel)}
            </h3>
            <Rows chart={each.chart} system={system} />
          </section>
        ))}
        {others.length > 0 && (
          <p className="text-sm text-ink-2">
            Also in this chart: {others.map((each) => boreName(each.bore_mm, system)).join(", ")}.
            Open those tips to keep theirs, or add new ones from the chart in the tip drawer.
          </p>
        )}
        {keep.error && <Failed error={keep.error} />}
        <Button
          look="next"
          className="self-start"
          disabled={mine.length === 0 || keep.isPending}
          onClick={() => keep.mutate()}
        >
          Keep for this tip
        </Button>
        {chart.read.data === undefined &&
          (tip.charts ?? []).map((chart) => (
            <section key={chart.fuel} className="rounded-md border border-line p-3">
              <h3 className="mb-1 font-semibold">
                Kept now: {word(chart.fuel)}
                <span className="text-sm font-normal text-ink-2"> {chart.provenance}</span>
              </h3>
              <Rows chart={chart} system={system} />
            </section>
          ))}
      </div>
    </Sheet>
  );
}
