/** New tips from a maker's chart of many: its tips stand in a list, and those that are picked go into the drawer with their charts. */

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiFailure, api, data, type GearView, type Schemas } from "@/api/client";
import { once } from "@/api/once";
import { options, refusal, word } from "@/text";
import { fill } from "@/text/fill";
import { RACK } from "@/text/rack";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { usePreferences } from "@/ui/preferences";
import { Sheet } from "@/ui/sheet";
import { Failed } from "@/ui/states";
import { boreName, print } from "@/units";
import { ChartRead, useChart } from "./ChartRead";
import { asTip, FUELS, labelOf, type Pick, picks, plates } from "./chart";
import { SEATS } from "./model";

const EXAMPLE =
  "mark, bore (mm), thickness (mm), oxygen (bar), acetylene (bar)\n1, 1.0, 6, 1.5-2, 0.3\n2, 1.2, 12, 2-2.5, 0.3";
const UNSAID = "unsaid";

type Props = { rack: readonly GearView[]; onClose: () => void };

export function FromChart({ rack, onClose }: Props) {
  const { system } = usePreferences();
  const queries = useQueryClient();
  const chart = useChart("galvanon.chart.new", [...FUELS.flush, ...FUELS.recessed], null);
  const [labels, setLabels] = useState<Record<string, string>>({});
  const [picked, setPicked] = useState<readonly string[]>([]);
  const [seat, setSeat] = useState(UNSAID);
  const found = picks(chart.read.data?.charts ?? [], rack);
  const chosen = found.filter((pick) => picked.includes(pick.key));
  const called = (pick: Pick) => labels[pick.key] ?? labelOf(pick, system);
  const add = useMutation({
    mutationFn: async () => {
      for (const pick of chosen) {
        const label = called(pick);
        const fields = asTip(pick, seat === UNSAID ? "" : seat);
        const body = { kind: "tip", label, fields, in_service: true, out_because: "" };
        await once(["gear", "tip", label, fields], body, (id, body) =>
          data(
            api.PUT("/api/v1/gear/{id}", {
              params: { path: { id } },
              body: body as Schemas["NewGear"],
            }),
          ),
        );
        // one that is in the drawer is not added again when the next is refused
        setPicked((now) => now.filter((key) => key !== pick.key));
      }
    },
    onSuccess: () => {
      chart.setText("");
      onClose();
    },
    onSettled: () => queries.invalidateQueries(),
  });
  const failure = add.error instanceof ApiFailure ? add.error : null;
  const turn = (key: string) =>
    setPicked((now) => (now.includes(key) ? now.filter((it) => it !== key) : [...now, key]));
  return (
    <Sheet open onClose={onClose} title={RACK.fromChart} wide>
      <div className="flex flex-col gap-4" data-from-chart="">
        <ChartRead chart={chart} example={EXAMPLE} />
        {chart.read.data && found.length === 0 && chart.read.data.faults.length === 0 && (
          <p className="text-sm">{RACK.noTips}</p>
        )}
        {found.length > 0 && (
          <fieldset className="flex flex-col gap-2">
            <legend className="pb-1 font-semibold">{RACK.pickTips}</legend>
            <ul className="flex flex-col divide-y divide-line border-y border-line">
              {found.map((pick) => {
                const own = pick.key === chosen[0]?.key;
                const wrong = own && failure?.fields.find((field) => field.path === "label");
                return (
                  <li key={pick.key} className="flex flex-wrap items-center gap-x-3 gap-y-1 py-2">
                    <label
                      className="flex min-h-9 min-w-44 items-center gap-2"
                      data-pick={pick.mark ?? pick.bore_mm}
                    >
                      <input
                        type="checkbox"
                        className="size-5 accent-[var(--accent)]"
                        checked={picked.includes(pick.key)}
                        onChange={() => turn(pick.key)}
                      />
                      <span>
                        <strong>{pick.mark ?? boreName(pick.bore_mm, system)}</strong>
                        <span className="block text-xs text-ink-2">
                          {pick.mark !== null && `${boreName(pick.bore_mm, system)}, `}
                          {word(pick.face)}
                        </span>
                      </span>
                    </label>
                    <span className="grow text-sm">
                      {plates(pick)
                        .map((mm) => print(mm, "length", system))
                        .join(` ${RACK.to} `)}
                      , {pick.charts.map(({ fuel }) => word(fuel)).join(", ")}
                      {pick.owned !== null && (
                        <span className="block text-xs text-ink-2" data-owned="">
                          {fill(RACK.owned, { name: pick.owned })}
                        </span>
                      )}
                    </span>
                    <label className="flex flex-col gap-0.5 text-xs text-ink-2">
                      {RACK.called}
                      <input
                        value={called(pick)}
                        onChange={({ target: { value } }) =>
                          setLabels((now) => ({ ...now, [pick.key]: value }))
                        }
                        className="h-9 w-44 rounded-md border border-line-strong bg-sheet px-2 text-sm text-ink"
                      />
                      {wrong && <span className="text-stop">{refusal(wrong, system)}</span>}
                    </label>
                  </li>
                );
              })}
            </ul>
            <div className="w-56">
              <Choice
                label={RACK.seatOfAll}
                value={seat}
                options={[{ value: UNSAID, text: RACK.seatUnsaid }, ...options(SEATS)]}
                onChange={setSeat}
              />
            </div>
          </fieldset>
        )}
        {failure?.fields
          .filter((field) => field.path !== "label")
          .map((field) => (
            <p key={field.path} className="text-sm text-stop">
              {chosen[0] && `${called(chosen[0])}: `}
              {refusal(field, system)}
            </p>
          ))}
        {add.error && (failure?.fields.length ?? 0) === 0 && <Failed error={add.error} />}
        <Button
          look="next"
          className="self-start"
          disabled={chosen.length === 0 || add.isPending}
          onClick={() => add.mutate()}
        >
          {chosen.length > 1 ? fill(RACK.addTips, { n: chosen.length }) : RACK.addTip}
        </Button>
      </div>
    </Sheet>
  );
}
