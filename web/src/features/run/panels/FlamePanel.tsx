/** The flame that two valves make: turn them and see what it does, what one hears, and what to turn next. */
import { useState } from "react";
import { FlameDrawing } from "@/draw/torch/flame";
import { drawn, isWanted, mixed, shortFeather, withLever } from "@/draw/torch/flame-mix";
import { flameWords, RUN } from "@/text/run";
import type { Doc } from "../model";
import { Big } from "./Big";

type Props = { fuel: string; bands: Doc["flame"] };

export function FlamePanel({ fuel, bands }: Props) {
  const [valves, setValves] = useState({ fuel: 0.5, oxygen: 0.1 });
  const [lever, setLever] = useState(false);
  const oxygen = withLever(valves.oxygen, lever);
  const state = mixed(valves.fuel, oxygen, bands);
  const softer = bands.wanted === "carburising";
  const ratio = oxygen / Math.max(valves.fuel, 0.01);
  const right = isWanted(state, ratio, bands);
  const feather = 0.5 * shortFeather(bands);
  const words = flameWords(fuel)[state];
  const slider = (name: "fuel" | "oxygen", label: string) => (
    <label className="flex flex-col text-xl">
      {label}
      <input
        type="range"
        min={0}
        max={1}
        step={0.01}
        value={valves[name]}
        aria-valuetext={`${Math.round(valves[name] * 100)} % open`}
        onChange={(event) => setValves({ ...valves, [name]: Number(event.target.value) })}
        className="bench-range"
      />
    </label>
  );
  return (
    <div className="flex flex-wrap items-center justify-center gap-x-6 gap-y-2" data-flame={state}>
      <div className="w-[min(60vw,250px)]">
        <FlameDrawing
          flame={{ ...drawn(fuel, valves.fuel, oxygen, state), jet: lever ? 0 : null }}
          label={`${words.name}: ${words.look}`}
        />
      </div>
      <div className="flex min-w-64 flex-1 flex-col gap-1">
        <p
          className={`text-2xl leading-tight font-bold ${right ? "text-accent" : ""}`}
          data-right={right}
        >
          {words.name}
        </p>
        <p className="text-xl">{words.look}</p>
        <p className="text-xl font-semibold">
          {right && softer ? RUN.shortFeatherWhy : words.turn}
        </p>
        <div className="flex items-center gap-3 self-start rounded-md border-2 border-accent px-3 text-xl">
          {RUN.wanted}
          <span className="w-16">
            <FlameDrawing
              flame={
                softer ? drawn(fuel, 0.5, feather, "carburising") : drawn(fuel, 0.5, 0.5, "neutral")
              }
              label={softer ? RUN.shortFeather : RUN.neutralFlame}
            />
          </span>
        </div>
        {slider("fuel", RUN.fuelValve)}
        {slider("oxygen", RUN.oxygenValve)}
        <Big
          look={lever ? "picked" : "plain"}
          aria-pressed={lever}
          onClick={() => setLever(!lever)}
          className="self-start"
          data-lever={lever}
        >
          {lever ? RUN.leverIsDown : RUN.pressLever}
        </Big>
      </div>
    </div>
  );
}
