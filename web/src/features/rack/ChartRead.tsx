/** A maker's chart as it is read: pasted or picked, its columns matched, its faults shown by row. Nothing is kept here. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ApiFailure, api, data } from "@/api/client";
import { options, SCREEN, word } from "@/text";
import { Choice } from "@/ui/choice";
import { FilePick } from "@/ui/file-pick";
import { useKept } from "@/ui/kept";
import { MatchedColumns, type Said, saying } from "@/ui/matched-columns";
import { Notice } from "@/ui/notice";
import { Failed } from "@/ui/states";
import { band, print, type System } from "@/units";
import type { Chart } from "./chart";

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
const READ_AT = [
  { value: "torch", text: "at the torch" },
  { value: "regulator", text: "at the regulator" },
];

/** A chart being typed in under a key, for a tip of a bore where it is for one. */
export function useChart(key: string, fuels: readonly string[], bore_mm: number | null) {
  const [text, setText] = useKept(key, "");
  const [said, setSaid] = useState<Said[]>([]);
  const [fuel, setFuel] = useState<string>(fuels[0] ?? "acetylene");
  const [readAt, setReadAt] = useState("torch");
  const [from, setFrom] = useState("");
  const request = {
    text,
    columns: said.map((each) => ({ role: each?.role ?? null, unit: each?.unit ?? null })),
    bore_mm,
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
  return { fuels, text, setText, setSaid, fuel, setFuel, readAt, setReadAt, from, setFrom, read };
}

type Reading = ReturnType<typeof useChart>;

/** What is pasted, what is said of it, and what is wrong with it. */
export function ChartRead({ chart, example }: { chart: Reading; example: string }) {
  const { read } = chart;
  const failure = read.error instanceof ApiFailure ? read.error : null;
  async function pick(file: File) {
    chart.setFrom(file.name);
    chart.setText(await file.text());
  }
  return (
    <>
      <p className="text-sm text-ink-2">{SCREEN.chartLead}</p>
      <div className="grid gap-3 sm:grid-cols-[1fr_160px_160px]">
        <label className="flex flex-col gap-0.5 text-xs text-ink-2">
          Where it comes from
          <input
            value={chart.from}
            placeholder="card from the tip box"
            onChange={(event) => chart.setFrom(event.target.value)}
            className="h-9 rounded-md border border-line-strong bg-sheet px-2 text-sm text-ink"
          />
        </label>
        <Choice
          label="Fuel, where no column says"
          value={chart.fuel}
          options={options(chart.fuels)}
          onChange={chart.setFuel}
        />
        <Choice
          label="Pressures were read"
          value={chart.readAt}
          options={READ_AT}
          onChange={chart.setReadAt}
        />
      </div>
      <label className="flex flex-col gap-0.5 text-xs text-ink-2">
        The chart
        <textarea
          data-chart-text=""
          rows={6}
          value={chart.text}
          placeholder={example}
          onChange={(event) => chart.setText(event.target.value)}
          className="rounded-md border border-line-strong bg-sheet p-2 font-mono text-sm text-ink"
        />
      </label>
      <FilePick
        label="Pick a CSV file"
        accept=".csv,text/csv,text/plain"
        onPick={(file) => void pick(file)}
      />
      {failure && <Failed error={failure} />}
      {read.data && (
        <>
          <MatchedColumns
            label="Columns of the chart"
            columns={read.data.columns}
            preview={read.data.preview}
            roles={ROLES}
            name={word}
            onSay={(at, change) => chart.setSaid((now) => saying(now, at, change))}
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
        </>
      )}
    </>
  );
}

/** The rows of a chart that was read. */
export function Rows({ chart, system }: { chart: Chart; system: System }) {
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
