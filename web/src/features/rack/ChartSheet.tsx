/** A maker's chart for a tip: pasted or picked, its columns matched, its faults shown by row, kept when said so. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiFailure, api, data, type Schemas } from "@/api/client";
import { keys } from "@/api/keys";
import { SCREEN, word } from "@/text";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { FilePick } from "@/ui/file-pick";
import { useKept } from "@/ui/kept";
import { MatchedColumns, type Said, saying } from "@/ui/matched-columns";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { Sheet } from "@/ui/sheet";
import { Failed } from "@/ui/states";
import { band, boreName, print, type System } from "@/units";
import type { Fields, Gear } from "./model";

type Chart = Schemas["ChartWire"];

const ROLES: Record<string, readonly string[]> = {
  thickness: ["mm", "in"],
  bore: ["mm", "in"],
  mark: [],
  fuel: [],
  oxygen_pressure: ["psi", "kpa", "bar"],
  oxygen_pressure_low: ["psi", "kpa", "bar"],
  oxygen_pressure_high: ["psi", "kpa", "bar"],
  fuel_pressure: ["psi", "kpa", "bar"],
  fuel_pressure_low: ["psi", "kpa", "bar"],
  fuel_pressure_high: ["psi", "kpa", "bar"],
  speed: ["in/min", "mm/min", "m/min"],
  speed_low: ["in/min", "mm/min", "m/min"],
  speed_high: ["in/min", "mm/min", "m/min"],
  ignored: [],
};
const FUELS = {
  flush: ["acetylene"],
  recessed: ["propane", "propylene", "natural_gas"],
} as const;
const READ_AT = [
  { value: "torch", text: "at the torch" },
  { value: "regulator", text: "at the regulator" },
];

function Rows({ chart, system }: { chart: Chart; system: System }) {
  return (
    <table className="w-full text-left text-sm" data-chart={chart.fuel}>
      <thead className="text-xs text-ink-2">
        <tr>
          <th className="font-normal">Thickness</th>
          <th className="font-normal">Oxygen</th>
          <th className="font-normal">{word(chart.fuel)}</th>
          <th className="font-normal">Speed</th>
        </tr>
      </thead>
      <tbody className="divide-y divide-line">
        {chart.rows.map((row) => {
          const speed = row.travel_speed_mm_min;
          const fuel = row.fuel_pressure_kpa;
          const oxygen = row.oxygen_pressure_kpa;
          return (
            <tr key={row.thickness_mm}>
              <td className="py-1 font-semibold">{print(row.thickness_mm, "length", system)}</td>
              <td>{band(oxygen.low, oxygen.high, "pressure", system)}</td>
              <td>{fuel ? band(fuel.low, fuel.high, "pressure", system) : "–"}</td>
              <td>{speed ? band(speed.low, speed.high, "speed", system) : "–"}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

type Props = { gear: Gear; onClose: () => void; onKept: () => void };

export function ChartSheet({ gear, onClose, onKept }: Props) {
  const { system } = usePreferences();
  const queries = useQueryClient();
  const tip = gear.fields as Fields & { bore_mm: number; face?: string; charts?: Chart[] };
  const fuels =
    tip.face === "flush"
      ? FUELS.flush
      : tip.face === "recessed"
        ? FUELS.recessed
        : [...FUELS.flush, ...FUELS.recessed];
  const [text, setText] = useKept(`galvanon.chart.${gear.id}`, "");
  const [said, setSaid] = useState<Said[]>([]);
  const [fuel, setFuel] = useState<string>(fuels[0] ?? "acetylene");
  const [readAt, setReadAt] = useState("torch");
  const [from, setFrom] = useState("");
  const request = {
    text,
    columns: said.map((each) => ({ role: each?.role ?? null, unit: each?.unit ?? null })),
    bore_mm: tip.bore_mm,
    fuel,
    read_at: readAt,
    provenance: from === "" ? null : from,
  };
  const read = useQuery({
    queryKey: ["chart", request],
    enabled: text.trim() !== "",
    retry: false,
    queryFn: () => data(api.POST("/api/v1/tip-charts/read", { body: request })),
  });
  const mine =
    read.data?.charts.filter((each) => Math.abs(each.bore_mm - tip.bore_mm) < 1e-3) ?? [];
  const others =
    read.data?.charts.filter((each) => Math.abs(each.bore_mm - tip.bore_mm) >= 1e-3) ?? [];
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
      setText("");
      await queries.invalidateQueries({ queryKey: keys.rack });
      await queries.invalidateQueries();
      onKept();
    },
  });

  async function pick(file: File) {
    setFrom(file.name);
    setText(await file.text());
  }

  const failure = read.error instanceof ApiFailure ? read.error : null;
  return (
    <Sheet open onClose={onClose} title={`Maker’s chart for ${gear.label}`} wide>
      <div className="flex flex-col gap-4">
        <p className="text-sm text-ink-2">{SCREEN.chartLead}</p>
        <div className="grid gap-3 sm:grid-cols-[1fr_160px_160px]">
          <label className="flex flex-col gap-0.5 text-xs text-ink-2">
            Where it comes from
            <input
              value={from}
              placeholder="card from the tip box"
              onChange={(event) => setFrom(event.target.value)}
              className="h-9 rounded-md border border-line-strong bg-sheet px-2 text-sm text-ink"
            />
          </label>
          <Choice
            label="Fuel, where no column says"
            value={fuel}
            options={fuels.map((value) => ({ value, text: word(value) }))}
            onChange={setFuel}
          />
          <Choice
            label="Pressures were read"
            value={readAt}
            options={READ_AT}
            onChange={setReadAt}
          />
        </div>
        <label className="flex flex-col gap-0.5 text-xs text-ink-2">
          The chart
          <textarea
            data-chart-text=""
            rows={6}
            value={text}
            placeholder={
              "thickness (in), oxygen (psi), acetylene (psi), speed (in/min)\n1/4, 20-25, 3-5, 16-20"
            }
            onChange={(event) => setText(event.target.value)}
            className="rounded-md border border-line-strong bg-sheet p-2 font-mono text-sm text-ink"
          />
        </label>
        <FilePick
          label="Pick a CSV file"
          accept=".csv,text/csv,text/plain"
          onPick={(file) => void pick(file)}
        />
        {failure?.fields.map((field) => (
          <Notice key={field.code} level="caution">
            {field.message}
          </Notice>
        ))}
        {failure && failure.fields.length === 0 && <Failed error={failure} />}
        {read.data && (
          <>
            <MatchedColumns
              label="Columns of the chart"
              columns={read.data.columns}
              preview={read.data.preview}
              roles={ROLES}
              name={word}
              onSay={(at, change) => setSaid((now) => saying(now, at, change))}
            />
            {read.data.faults.length > 0 && (
              <ul className="flex flex-col gap-1" data-faults="">
                {read.data.faults.map((fault) => (
                  <li key={`${fault.row} ${fault.column} ${fault.code}`}>
                    <Notice level="caution">
                      Row {fault.row}
                      {fault.column && `, ${fault.column}`}
                      {fault.value && ` “${fault.value}”`}: {fault.message}
                    </Notice>
                  </li>
                ))}
              </ul>
            )}
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
                Also in this chart:{" "}
                {others.map((each) => boreName(each.bore_mm, system)).join(", ")}. Open those tips
                to keep theirs.
              </p>
            )}
          </>
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
        {read.data === undefined &&
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
