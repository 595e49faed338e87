/** Before the first step: what is stopped, what is rigged, who holds the torch, what the place is like. */
import { useState } from "react";
import { facts } from "@/cut";
import { SCREEN, word } from "@/text";
import { PLACES, RUN } from "@/text/run";
import { usePreferences } from "@/ui/preferences";
import { canKeep } from "../kept/offline";
import type { Asked } from "../kept/runs";
import { type Doc, otherwiseRigged } from "../model";
import { Big } from "../panels/Big";
import { type Holding, holds, riggedOf, rigOf, type Touch, touched } from "../place";
import { EarlierRuns, UnderWay } from "../Runs";
import { CARD, isMeasured, measure, pixelsPerMm } from "../scale";
import type { Run } from "../useRun";
import { Cleared } from "./Cleared";
import { Cylinders, Lying } from "./Cylinders";
import { StoppedCuts } from "./StoppedCuts";

type Props = {
  run: Run;
  doc: Doc;
  asked: Asked;
  onAsked: (asked: Asked) => void;
  who: string | null;
  /** The name of who is signed in; null where a name is chosen. */
  signedIn: string | null;
  /** Another hand; null lets them sign in. */
  onWho: (who: string | null) => void;
};

function Measure({ onDone }: { onDone: () => void }) {
  const [scale, setScale] = useState(pixelsPerMm);
  return (
    <div className="flex flex-col gap-2" data-measure="">
      <p className="text-xl">{RUN.measureHow}</p>
      <div
        className="max-w-full rounded-xl border-4 border-accent"
        style={{ width: CARD.wide * scale, height: CARD.high * scale }}
      />
      <input
        type="range"
        min={2}
        max={12}
        step={0.02}
        value={scale}
        aria-label={RUN.measure}
        onChange={(event) => setScale(Number(event.target.value))}
        className="bench-range"
      />
      <Big
        look="next"
        onClick={() => {
          measure(scale);
          onDone();
        }}
      >
        {RUN.done}
      </Big>
    </div>
  );
}

/** What is rigged, where the cuts of the job differ or no cut names it. */
function Rigged({ run, doc, asked, onAsked }: Pick<Props, "run" | "doc" | "asked" | "onAsked">) {
  const { system } = usePreferences();
  const others = otherwiseRigged(doc);
  const fuels = [...new Set([...doc.fuels, doc.fuel])];
  const said = doc.fuels.length < 2 || run.run !== null || asked.fuel !== undefined;
  if (fuels.length < 2) return null;
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="pb-1 text-xl font-semibold">{RUN.rigged}</legend>
      <div className="flex flex-wrap gap-2">
        {fuels.map((fuel) => (
          <Big
            key={fuel}
            look={said && doc.fuel === fuel ? "picked" : "plain"}
            aria-pressed={said && doc.fuel === fuel}
            onClick={() => {
              onAsked({ ...asked, fuel, cylinders: [] });
              // another rig is another run
              if (run.run && run.run.fuel !== fuel) run.leave();
            }}
            data-fuel={fuel}
          >
            {word(fuel)}
          </Big>
        ))}
      </div>
      {!run.reached && asked.fuel !== undefined && asked.fuel !== doc.fuel && (
        <p className="text-xl font-semibold text-stop">{RUN.fuelNeedsShop}</p>
      )}
      {said && others.length > 0 && (
        <div className="text-xl" data-others={others.length}>
          <p className="font-semibold">{RUN.others}</p>
          <ul>
            {others.map((cut) => (
              <li key={cut.line.id}>
                {facts(cut.request, system)} · {word(String(cut.request.gas?.fuel ?? ""))}
              </li>
            ))}
          </ul>
        </div>
      )}
    </fieldset>
  );
}

/** Place and rig, with what a touch of them does. */
function usePlace({ run, doc, asked, onAsked }: Pick<Props, "run" | "doc" | "asked" | "onAsked">) {
  const at = { running: run.run !== null, doc, asked };
  const tell = async (touch: Touch) => {
    if ("asked" in touch) return onAsked(touch.asked);
    await run.note(touch.note);
    run.reload();
  };
  return {
    holds: (key: Holding) => holds(at, key),
    toggle: (key: Holding) => tell(touched(at, key)),
    rigged: riggedOf(at),
    setRigged: (cylinders: string[]) =>
      tell(
        at.running
          ? { note: { kind: "rig", body: { ...rigOf(at), cylinders } } }
          : { asked: { ...asked, cylinders } },
      ),
  };
}

/** Who holds the torch: whoever is signed in, or, out of the shop's reach, whoever says so. */
function Hand({ doc, who, signedIn, onWho }: Pick<Props, "doc" | "who" | "signedIn" | "onWho">) {
  return (
    <fieldset className="flex flex-col gap-2" data-hand={signedIn === null ? "named" : "known"}>
      <legend className="pb-1 text-xl font-semibold">{RUN.who}</legend>
      <div className="flex flex-wrap items-center gap-2">
        {signedIn !== null && (
          <>
            <strong className="px-2 text-2xl">{signedIn}</strong>
            <Big onClick={() => onWho(null)}>{RUN.otherHand}</Big>
          </>
        )}
        {signedIn === null &&
          doc.people.map((each) => (
            <Big
              key={each.id}
              look={who === each.id ? "picked" : "plain"}
              aria-pressed={who === each.id}
              onClick={() => onWho(each.id)}
            >
              {each.name}
            </Big>
          ))}
      </div>
      {signedIn === null && <p className="text-xl font-semibold text-caution">{RUN.onlyNamed}</p>}
    </fieldset>
  );
}

export function StartCard(props: Props) {
  const { run, doc } = props;
  const [measuring, setMeasuring] = useState(false);
  const place = usePlace(props);
  if (measuring) return <Measure onDone={() => setMeasuring(false)} />;
  const toggle = (key: Holding, text: string) => (
    <Big
      key={key}
      look={place.holds(key) ? "picked" : "plain"}
      aria-pressed={place.holds(key)}
      onClick={() => void place.toggle(key)}
      data-place={key}
    >
      {text}
    </Big>
  );
  return (
    <div className="flex flex-col gap-4" data-start="">
      <h2 className="text-2xl leading-tight font-bold sm:hidden">{doc.job_name}</h2>
      {!canKeep() && <p className="text-xl font-semibold text-caution">{RUN.noKeeping}</p>}
      <StoppedCuts doc={doc} onChanged={run.reload} />
      <Lying doc={doc} />
      <UnderWay run={run} doc={doc} />
      <Rigged {...props} />
      <Hand {...props} />
      <Cleared doc={doc} who={props.who} reached={run.reached} onChanged={run.reload} />
      <fieldset className="flex flex-col gap-2">
        <legend className="pb-1 text-xl font-semibold">{RUN.place}</legend>
        <div className="flex flex-wrap gap-2">
          {doc.fuel === "acetylene" && toggle("lying", RUN.lying)}
          {PLACES.map(({ key, text }) => toggle(key, text))}
        </div>
      </fieldset>
      <Cylinders
        doc={doc}
        rigged={place.rigged}
        onRigged={(rigged) => void place.setRigged(rigged)}
      />
      <Big onClick={() => setMeasuring(true)} className="self-start">
        {RUN.measure}
        {isMeasured() && " ✓"}
      </Big>
      <EarlierRuns run={run} doc={doc} />
      <p className="text-xl">{SCREEN.manual}</p>
    </div>
  );
}
