/** A run card on one sheet: what to set, how it looks and sounds, where to stop, and room to note. */
import type { CutPlan, CutPlanRequest } from "@/api/client";
import { facts, noteKey } from "@/cut";
import { sidesOf } from "@/cut/section/asks";
import { EdgeDrawing } from "@/draw/edge";
import { CutStrip } from "@/draw/strip";
import { SCREEN, sentence } from "@/text";
import { isHeatingHead, tipShort } from "@/text/tip";
import { LEVEL_WORDS, type Level, Mark } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { Big, PressureBlock } from "./Big";
import { besideTip, figuresOf, jobOf, rowsToNote } from "./figures";
import { LaidPart, PathTable } from "./Paths";
import { Schools } from "./Schools";
import { CardStages } from "./Stages";
import { Strokes } from "./Strokes";
import { ToNote } from "./ToNote";

export function Sheet({
  plan,
  request,
  title,
  madeAt,
  core,
  code,
}: {
  plan: CutPlan;
  request: CutPlanRequest;
  title: string;
  madeAt: string;
  core: string;
  code: string;
}) {
  const { system } = usePreferences();
  const fuel = request.gas.fuel;
  const { section, layout: laid, work } = plan;
  const { layout } = request;
  const stopped = plan.verdict === "stop";
  // a heating head has no setting of a cut: its stages say what it takes
  const heats = isHeatingHead(plan.tip);
  const cue = (quantity: string) => {
    const found = plan.cues.find((each) => each.quantity === quantity);
    return found && sentence("cues", found.code, {}, system, found.text);
  };
  const tip = (
    <Big
      name="Tip"
      value={tipShort(plan.tip)}
      small={besideTip(plan.tip, system)}
      cue={cue("tip")}
    />
  );
  return (
    <article
      className="mx-auto flex w-full max-w-[780px] flex-col gap-2.5 rounded-md border border-line bg-sheet p-4 font-bench print:max-w-none print:gap-1.5 print:border-0 print:p-0"
      data-card={plan.verdict}
    >
      <header className="flex items-start justify-between gap-4">
        <div>
          <p className="text-sm">{jobOf(title)}</p>
          <h1 className="text-xl font-bold leading-tight">{facts(request, system)}</h1>
        </div>
        <img
          src={code}
          alt="Code to scan back to this card"
          width="84"
          height="84"
          className="size-[84px] shrink-0 bg-white"
        />
      </header>
      {stopped && (
        <p
          className="flex items-center gap-2 border-4 border-stop p-2 text-lg font-bold text-stop"
          role="alert"
        >
          <Mark level="stop" size={28} /> {SCREEN.stopCard}
        </p>
      )}
      {work && <CardStages work={work} request={request.work} stopped={stopped} system={system} />}
      {section && (
        <Strokes
          section={section}
          fuel={fuel}
          stopped={stopped}
          sides={sidesOf(request.section)}
          system={system}
        />
      )}
      {!section && !stopped && !heats && (
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-[1fr_1fr_1.1fr]">
          <PressureBlock gas="oxygen" pressure={plan.oxygen_pressure_kpa} system={system} />
          <PressureBlock gas={fuel} pressure={plan.fuel_pressure_kpa} system={system} />
          <div className="col-span-2 sm:col-span-1">
            {tip}
            <p className="mt-1 text-xs leading-tight">{cue("fuel_pressure_kpa")}</p>
          </div>
        </div>
      )}
      {/* what must not be set is absent, not crossed out */}
      {!stopped && (
        <div
          className={`grid grid-cols-2 gap-x-4 gap-y-2 ${section ? "sm:grid-cols-5" : "sm:grid-cols-3"}`}
        >
          {section && tip}
          {figuresOf(plan, fuel, system).map(({ cue: quantity, ...figure }) => (
            <Big key={figure.name} {...figure} cue={quantity && cue(quantity)} />
          ))}
        </div>
      )}
      <div
        className={`grid gap-4 ${
          section
            ? "sm:grid-cols-[minmax(0,5fr)_minmax(0,13fr)] print:grid-cols-[5fr_13fr]"
            : "sm:grid-cols-[minmax(0,11fr)_minmax(0,9fr)] print:grid-cols-[11fr_9fr]"
        }`}
      >
        {section && <Schools fuel={fuel} />}
        {laid && layout && <LaidPart layout={layout} laid={laid} />}
        {!section && !laid && !work && (
          <div className="h-[270px] sm:h-[250px] print:h-[210px]">
            <EdgeDrawing
              plan={plan}
              thickness={request.steel.thickness_mm ?? 0}
              bevel={request.cut.bevel_deg ?? 0}
              fuel={fuel}
              system={system}
            />
          </div>
        )}
        <div className="flex flex-col gap-2">
          <ul
            className={`flex flex-col gap-0.5 text-sm leading-tight ${section ? "print:text-xs" : ""}`}
          >
            {plan.notes.map((note) => (
              <li key={noteKey(note)} className="flex gap-1.5">
                <Mark level={note.level as Level} />
                <span>
                  {note.level !== "info" && <strong>{LEVEL_WORDS[note.level as Level]}. </strong>}
                  {sentence("notes", note.code, note.values, system, note.text)}
                </span>
              </li>
            ))}
          </ul>
          {!section && <Schools fuel={fuel} />}
        </div>
      </div>
      {laid && <PathTable laid={laid} stopped={stopped} system={system} />}
      {!section && !laid && !work && (
        <CutStrip
          plan={plan}
          length={request.cut.length_mm ?? 0}
          start={request.cut.start ?? "edge"}
          scrap={request.cut.scrap ?? "far_side"}
          system={system}
        />
      )}
      <ToNote rows={rowsToNote(plan)} />
      <footer className="flex flex-wrap justify-between gap-x-4 text-xs">
        <span>{SCREEN.manual}</span>
        <span>
          {new Date(madeAt).toLocaleString("en", { dateStyle: "medium", timeStyle: "short" })} ·
          core {core}
        </span>
      </footer>
    </article>
  );
}
