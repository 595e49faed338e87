/** Before the first step: who holds the torch, what the place is like, how large a millimetre is on this screen. */
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { api, data, person } from "@/api/client";
import { facts } from "@/bench";
import { SCREEN, sentence, word } from "@/text";
import { PLACES, RUN } from "@/text/run";
import { usePreferences } from "@/ui/preferences";
import { Big } from "./Big";
import { type Cut, type Doc, otherwiseRigged, stoppedOf } from "./model";
import { CARD, isMeasured, measure, pixelsPerMm } from "./scale";
import type { Asked } from "./useRun";

type Props = {
  doc: Doc;
  asked: Asked;
  onAsked: (asked: Asked) => void;
  keeps: boolean;
  /** Without a network: another fuel's order of work cannot be had. */
  away: boolean;
  /** A cut was changed here. */
  onChanged: () => void;
};

/** A tube whose ends nobody looked at: it is asked here, where one can look. */
function Ends({ cut, onChanged }: { cut: Cut; onChanged: () => void }) {
  const [failed, setFailed] = useState("");
  const say = async (ends_open: boolean) => {
    const { id, version, input } = cut.line;
    const told = input as { section?: object };
    const body = { version, input: { ...told, section: { ...told.section, ends_open } } };
    try {
      await data(api.PATCH("/api/v1/job-lines/{id}", { params: { path: { id } }, body }));
      onChanged();
    } catch (error) {
      setFailed((error as Error).message);
    }
  };
  return (
    <div className="flex flex-wrap gap-2 pt-1" data-ends={cut.line.id}>
      <Big onClick={() => void say(true)}>{RUN.endsOpen}</Big>
      <Big onClick={() => void say(false)}>{RUN.endClosed}</Big>
      {failed !== "" && <p className="text-stop">{failed}</p>}
    </div>
  );
}

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

export function StartCard({ doc, asked, onAsked, keeps, away, onChanged }: Props) {
  const [who, setWho] = useState(person.read);
  const [measuring, setMeasuring] = useState(false);
  const { system } = usePreferences();
  const stopped = stoppedOf(doc);
  const others = otherwiseRigged(doc);
  // that of the cuts, and what is rigged now where no cut names it
  const fuels = [...new Set([...doc.fuels, doc.fuel])];
  const said = doc.fuels.length < 2 || asked.fuel !== undefined;
  // paint or zinc that a cut names is known already
  const holds = (key: keyof Asked) => asked[key] === true || (key === "coated" && doc.place.coated);
  if (measuring) return <Measure onDone={() => setMeasuring(false)} />;
  return (
    <div className="flex flex-col gap-4" data-start="">
      <h2 className="text-2xl leading-tight font-bold">{doc.job_name}</h2>
      {!keeps && <p className="text-xl font-semibold text-caution">{RUN.noKeeping}</p>}
      {stopped.length > 0 && (
        <section
          className="flex flex-col gap-2 rounded-md border-4 border-stop bg-stop-soft p-3 text-xl"
          aria-label={RUN.stoppedMany}
          data-stopped={stopped.length}
        >
          <h3 className="font-bold">
            {stopped.length === 1 ? RUN.stoppedOne : `${stopped.length} ${RUN.stoppedMany}`}
          </h3>
          {stopped.length === doc.cuts.length && <p className="font-bold">{RUN.nothingToCut}</p>}
          <ul className="flex flex-col gap-2">
            {stopped.map(({ cut, note }) => (
              <li key={cut.line.id}>
                <strong>{facts(cut.request, system)}.</strong>{" "}
                {note && sentence("notes", note.code, note.values, system, note.text)}
                {note?.code === "ends_not_known" && <Ends cut={cut} onChanged={onChanged} />}
              </li>
            ))}
          </ul>
          <Link
            to="/jobs/$jobId"
            params={{ jobId: doc.job_id }}
            className="flex min-h-16 items-center self-start font-semibold underline"
          >
            {RUN.toTheJob}
          </Link>
        </section>
      )}
      {fuels.length > 1 && (
        <fieldset className="flex flex-col gap-2">
          <legend className="pb-1 text-xl font-semibold">{RUN.rigged}</legend>
          <div className="flex flex-wrap gap-2">
            {fuels.map((fuel) => (
              <Big
                key={fuel}
                look={said && doc.fuel === fuel ? "picked" : "plain"}
                aria-pressed={said && doc.fuel === fuel}
                onClick={() => onAsked({ ...asked, fuel })}
                data-fuel={fuel}
              >
                {word(fuel)}
              </Big>
            ))}
          </div>
          {away && asked.fuel !== undefined && asked.fuel !== doc.fuel && (
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
      )}
      <fieldset className="flex flex-col gap-2">
        <legend className="pb-1 text-xl font-semibold">{RUN.who}</legend>
        <div className="flex flex-wrap gap-2">
          {doc.people.map((each) => (
            <Big
              key={each.id}
              look={who === each.id ? "picked" : "plain"}
              aria-pressed={who === each.id}
              onClick={() => {
                person.write(each.id);
                setWho(each.id);
              }}
            >
              {each.name}
            </Big>
          ))}
        </div>
      </fieldset>
      <fieldset className="flex flex-col gap-2">
        <legend className="pb-1 text-xl font-semibold">{RUN.place}</legend>
        <div className="flex flex-wrap gap-2">
          {doc.fuel === "acetylene" && (
            <Big
              look={asked.lying_acetylene_hours_upright === undefined ? "plain" : "picked"}
              aria-pressed={asked.lying_acetylene_hours_upright !== undefined}
              onClick={() => {
                const { lying_acetylene_hours_upright: lay, ...rest } = asked;
                onAsked(lay === undefined ? { ...rest, lying_acetylene_hours_upright: 0 } : rest);
              }}
              data-place="lying"
            >
              {RUN.lying}
            </Big>
          )}
          {PLACES.map(({ key, text }) => (
            <Big
              key={key}
              look={holds(key) ? "picked" : "plain"}
              aria-pressed={holds(key)}
              onClick={() => onAsked({ ...asked, [key]: !asked[key] })}
              data-place={key}
            >
              {text}
            </Big>
          ))}
        </div>
      </fieldset>
      <Big onClick={() => setMeasuring(true)} className="self-start">
        {RUN.measure}
        {isMeasured() && " ✓"}
      </Big>
      <p className="text-xl">{SCREEN.manual}</p>
    </div>
  );
}
