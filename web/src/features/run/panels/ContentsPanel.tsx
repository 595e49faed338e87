/** What the gauge nearest the cylinder says, before and after: dragged, not typed. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, data, type Schemas } from "@/api/client";
import { Gauge } from "@/draw/gauge";
import { word } from "@/text";
import { RUN } from "@/text/run";
import { usePreferences } from "@/ui/preferences";
import { print } from "@/units";
import { type Doc, endOf, usualOf } from "../model";

type Need = Schemas["GasNeed"];
type RunCylinder = Schemas["RunCylinder"];

type Props = {
  doc: Doc;
  /** With the cylinder of the rack that stands there, where one does. */
  onReading: (gas: string, kpa: number, gear_id?: string) => void;
};

/** Whether what was read will do for the cuts that are open; the shop works out what the gauge means. */
function Judged({ need, cylinder, kpa }: { need: Need; cylinder: RunCylinder; kpa: number }) {
  const settled = useDeferred(kpa);
  const contents = useQuery({
    queryKey: ["contents", cylinder.gear_id, settled],
    queryFn: () =>
      data(
        api.POST("/api/v1/gas/cylinder-contents", {
          body: {
            gas: need.gas,
            water_volume_l: cylinder.water_volume_l ?? null,
            pressure_kpa: settled,
          },
        }),
      ),
    retry: false,
  });
  const { system } = usePreferences();
  if (contents.data === undefined)
    return <p className="text-xl">{contents.isError ? RUN.judgedLater : ""}</p>;
  const there = contents.data.free_gas_l;
  const enough = there >= need.needed_l;
  return (
    <p className={`text-xl font-semibold ${enough ? "" : "text-stop"}`} data-enough={enough}>
      {RUN.needs} {print(need.needed_l, "gas_volume", system)}, {RUN.holds}{" "}
      {print(there, "gas_volume", system)}. {enough ? RUN.enough : RUN.short}
    </p>
  );
}

/** The value once it has stood still for a moment. */
function useDeferred(value: number): number {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), 300);
    return () => clearTimeout(timer);
  }, [value]);
  return settled;
}

export function ContentsPanel({ doc, onReading }: Props) {
  const { system } = usePreferences();
  const [read, setRead] = useState<Record<string, number>>({});
  const usual = usualOf(doc);
  // a liquefied gas is weighed: its gauge tells temperature
  const gases = ["oxygen", doc.fuel].filter((gas) => endOf(usual, gas, system) !== undefined);
  return gases.map((gas) => {
    const end = endOf(usual, gas, system) ?? 1;
    const kpa = read[gas] ?? 0;
    const cylinder = doc.cylinders.find((each) => each.rigged && each.gas === gas);
    const need = doc.needs.find((each) => each.gas === gas);
    return (
      <div key={gas} className="flex flex-wrap items-center gap-4" data-contents={gas}>
        <div className="w-44 shrink-0">
          <Gauge
            gas={gas}
            gauge="contents"
            usual={usual}
            pressure={{ low: kpa, set: kpa, high: kpa }}
            system={system}
            label={`${word(gas)}, contents gauge`}
          />
        </div>
        <label className="flex min-w-64 flex-1 flex-col text-xl first-letter:uppercase">
          {word(gas)}, {RUN.contents}
          <input
            type="range"
            min={0}
            max={end}
            step={end / 80}
            value={kpa}
            aria-valuetext={print(kpa, "pressure", system)}
            onChange={(event) => {
              const next = Number(event.target.value);
              setRead({ ...read, [gas]: next });
              onReading(gas, next, cylinder?.gear_id);
            }}
            className="bench-range"
          />
          <strong>{read[gas] === undefined ? RUN.notRead : print(kpa, "pressure", system)}</strong>
        </label>
        {/* acetylene is measured by weight: its gauge does not tell what is left */}
        {gas === "oxygen" && read[gas] !== undefined && cylinder && need && (
          <Judged need={need} cylinder={cylinder} kpa={kpa} />
        )}
      </div>
    );
  });
}
