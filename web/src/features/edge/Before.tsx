/** What an edge would look like before it is cut: pace, oxygen, flame, mixture, standoff and bore moved by hand. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Slider } from "radix-ui";
import { useState } from "react";
import { ApiFailure, api, data } from "@/api/client";
import { keys } from "@/api/keys";
import { classWords, Paces } from "@/cut/edges/ExpectedEdge";
import { along, CutFaceDrawing } from "@/draw/cut-face";
import { refusal, SCREEN } from "@/text";
import { Button } from "@/ui/button";
import { useKept } from "@/ui/kept";
import { usePreferences } from "@/ui/preferences";
import { Failed, Loading } from "@/ui/states";
import { CutAsked } from "./CutAsked";
import { asRequest, type Cut } from "./model";

type Off = {
  speed: number;
  oxygen: number;
  flame: number;
  mixture: number;
  standoff: number;
  dirt: number;
};
type Key = keyof Off;

const PLANNED: Off = { speed: 1, oxygen: 1, flame: 1, mixture: 0, standoff: 1, dirt: 0 };

const percent = (value: number) => `${Math.round(value * 100)} % of the plan`;
const SLIDERS: readonly {
  key: Key;
  label: string;
  low: number;
  high: number;
  say: (value: number) => string;
}[] = [
  { key: "speed", label: "Pace", low: 0.5, high: 1.7, say: percent },
  { key: "oxygen", label: "Oxygen pressure", low: 0.5, high: 1.7, say: percent },
  { key: "flame", label: "Heat of the flame", low: 0.4, high: 2.2, say: percent },
  {
    key: "mixture",
    label: "Mixture",
    low: -1,
    high: 1,
    say: (value) => (value < -0.3 ? "carburising" : value > 0.3 ? "oxidising" : "neutral"),
  },
  { key: "standoff", label: "Cones to plate", low: 0.2, high: 3.8, say: percent },
  {
    key: "dirt",
    label: "Dirt in the bore",
    low: 0,
    high: 1,
    say: (value) => (value < 0.1 ? "clean" : value < 0.5 ? "some" : "a ragged jet"),
  },
];

export function Before({
  words,
  cut,
  onCut,
}: {
  words: (code: string) => string;
  cut: Cut;
  onCut: (cut: Cut) => void;
}) {
  const { system } = usePreferences();
  const [off, setOff] = useKept<Off>("galvanon.edge.before.off", PLANNED);
  const [live, setLive] = useState<{ key: Key; value: number } | null>(null);
  const body = { cut: asRequest(cut), off };
  const prediction = useQuery({
    queryKey: keys.prediction(body),
    retry: false,
    placeholderData: keepPreviousData,
    // the newest wins: a request that is overtaken is called off
    queryFn: ({ signal }) => data(api.POST("/api/v1/edge/predictions", { body, signal })),
  });
  const failure = prediction.error instanceof ApiFailure ? prediction.error : null;
  const fault = failure?.fields.find((field) => field.path === "cut.steel.thickness_mm");
  const found = prediction.data;
  if (found === undefined && prediction.isPending) return <Loading what="Drawing the edge" />;
  const moving = live !== null && (off[live.key] !== live.value || prediction.isPlaceholderData);
  const sweep = moving ? found?.sweeps.find((each) => each.of === live.key) : undefined;
  const face = (sweep && live && along(sweep.points, live.value)) ?? found?.edge.face;
  const shown = (key: Key) => (moving && live.key === key ? live.value : off[key]);
  return (
    <div className="grid items-start gap-5 lg:grid-cols-[1fr_1.3fr]" data-before>
      <div className="flex flex-col gap-3 max-lg:order-2">
        <CutAsked cut={cut} onChange={onCut} error={fault && refusal(fault, system)} />
        {SLIDERS.map(({ key, label, low, high, say }) => (
          <div key={key} className="flex flex-col gap-1">
            <span className="flex justify-between gap-2 text-sm">
              <span>{label}</span>
              <strong data-slider-says={key}>{say(shown(key))}</strong>
            </span>
            <Slider.Root
              min={low}
              max={high}
              step={0.05}
              value={[shown(key)]}
              onValueChange={([value]) => value !== undefined && setLive({ key, value })}
              onValueCommit={([value]) => value !== undefined && setOff({ ...off, [key]: value })}
              className="relative flex h-9 touch-none items-center"
            >
              <Slider.Track className="relative h-2 w-full rounded-full bg-line">
                <Slider.Range className="absolute h-2 rounded-full bg-accent" />
              </Slider.Track>
              <Slider.Thumb
                aria-label={label}
                aria-valuetext={say(shown(key))}
                className="block size-7 rounded-full border-2 border-accent bg-sheet focus-visible:outline-3 focus-visible:outline-accent"
              />
            </Slider.Root>
          </div>
        ))}
        <Button className="self-start" onClick={() => setOff(PLANNED)}>
          All as planned
        </Button>
      </div>
      <div className="flex flex-col gap-3">
        {failure && !fault && <Failed error={failure} />}
        {face && (
          <div className="rounded-md border border-line bg-sheet p-2" data-predicted>
            <CutFaceDrawing face={face} label="The edge to expect" />
          </div>
        )}
        {found && (
          <p className="text-sm" aria-live="polite" data-class>
            <strong>{classWords(found.edge)}</strong> of ISO 9013.{" "}
            {found.edge.findings.map(words).join("; ")}.
          </p>
        )}
        <p className="text-xs text-ink-2">{SCREEN.expectedEdge}</p>
        {found && (
          <details
            className="rounded-md border border-line bg-sheet px-3 py-2 text-sm"
            data-relations
          >
            <summary className="cursor-pointer font-semibold">How is it predicted?</summary>
            <ul className="mt-2 flex flex-col gap-1.5">
              {found.relations.map((relation) => (
                <li key={relation.text}>
                  {relation.text} <span className="text-ink-2">{relation.source}</span>
                </li>
              ))}
            </ul>
          </details>
        )}
      </div>
      {found && (
        <section
          aria-labelledby="paces"
          className="flex flex-col gap-2 max-lg:order-3 lg:col-span-2"
        >
          <h2 id="paces" className="text-lg font-semibold">
            Slow, right, fast
          </h2>
          <Paces prediction={found} />
        </section>
      )}
    </div>
  );
}
