/** A run card on one sheet: what to set, how it looks and sounds, where to stop, and room to note. */

import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { Printer } from "lucide-react";
import { ApiFailure, api, type CutPlan, type CutPlanRequest, data } from "@/api/client";
import { keys } from "@/api/keys";
import { facts, noteKey } from "@/cut";
import { EdgeDrawing } from "@/draw/edge";
import { Gauge } from "@/draw/gauge";
import { CutStrip } from "@/draw/strip";
import { SCREEN, sentence, word } from "@/text";
import { tipFrom, tipShort } from "@/text/tip";
import { Button } from "@/ui/button";
import { LEVEL_WORDS, type Level, Mark } from "@/ui/mark";
import { Notice } from "@/ui/notice";
import { usePreferences } from "@/ui/preferences";
import { useSession } from "@/ui/session";
import { Failed, Loading, Nothing } from "@/ui/states";
import { band, clock, print, type System, setting } from "@/units";
import { Strokes } from "./Strokes";

const SIDES = ["above", "near", "far", "below"];
/** What is written by hand after each piece. */
const TO_NOTE = ["piece", "start, s", "pace", "edge", "gas left", "who, when"];
/** As many rows as leave the card on one sheet. */
const ROWS_TO_NOTE = 5;
/** A shape's strokes take room of their own. */
const ROWS_OF_A_SHAPE = 4;

function Big({
  name,
  value,
  small,
  cue,
}: {
  name: string;
  value: string;
  small?: string;
  cue?: string | undefined;
}) {
  return (
    <div className="border-t-2 border-ink pt-1">
      <p className="text-sm">{name}</p>
      <p className="text-xl font-bold leading-none" data-value="">
        {value}
      </p>
      {small && <p className="text-sm">{small}</p>}
      {cue && <p className="text-xs leading-tight">{cue}</p>}
    </div>
  );
}

/** Printed whatever the shop answers; of the rest, what differs from the usual. */
const ALWAYS = ["torch_off", "acetylene_valve", "first_cylinder", "lens"];

function Schools({ fuel }: { fuel: string }) {
  const shop = useQuery({ queryKey: keys.shop, queryFn: () => data(api.GET("/api/v1/shop")) });
  const settings = (shop.data?.settings ?? {}) as Record<string, unknown>;
  const lines = (shop.data?.schools ?? []).filter(
    (school) =>
      school.acts === "card" &&
      (school.is_default !== "yes" || ALWAYS.includes(school.question)) &&
      settings[school.question] === school.option &&
      (school.question !== "acetylene_valve" || fuel === "acetylene"),
  );
  return (
    <ul className="border-t border-ink pt-1 text-xs">
      {lines.map((school) => {
        const off = school.question === "torch_off" && school.option === "by_fuel";
        const text = off
          ? fuel === "acetylene"
            ? "fuel first"
            : "oxygen first"
          : school.option_text;
        return (
          <li key={school.question} className="break-inside-avoid">
            {school.question_text}: <strong>{text}</strong>
          </li>
        );
      })}
    </ul>
  );
}

function Sheet({
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
  const section = plan.section;
  const stopped = plan.verdict === "stop";
  const cue = (quantity: string) => {
    const found = plan.cues.find((each) => each.quantity === quantity);
    return found && sentence("cues", found.code, {}, system, found.text);
  };
  const tip = (
    <Big
      name="Tip"
      value={tipShort(plan.tip)}
      small={[
        `${word(plan.tip.face)} face`,
        system === "inch" ? print(plan.tip.bore_mm, "bore", system) : null,
        ...tipFrom(plan.tip),
      ]
        .filter((part) => part !== null)
        .join(" · ")}
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
          <p className="text-sm">
            {title.includes(": ") ? title.slice(0, title.lastIndexOf(": ")) : "Run card"}
          </p>
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
      {section && (
        <Strokes
          section={section}
          fuel={fuel}
          sides={
            request.section?.sides ?? (request.section?.access === "one_side" ? ["near"] : SIDES)
          }
          system={system}
        />
      )}
      {!section && !stopped && (
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-[1fr_1fr_1.1fr]">
          <PressureBlock
            plan={plan}
            gas="oxygen"
            pressure={plan.oxygen_pressure_kpa}
            system={system}
          />
          <PressureBlock plan={plan} gas={fuel} pressure={plan.fuel_pressure_kpa} system={system} />
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
          {!section && (
            <>
              <Big
                name="Start preheat"
                value={print(plan.start_preheat_s.set, "duration", system)}
                small={band(
                  plan.start_preheat_s.low,
                  plan.start_preheat_s.high,
                  "duration",
                  system,
                )}
                cue={cue("start_preheat_s")}
              />
              <Big
                name="Travel speed"
                value={print(plan.travel_speed_mm_min.set, "speed", system)}
                small={band(
                  plan.travel_speed_mm_min.low,
                  plan.travel_speed_mm_min.high,
                  "speed",
                  system,
                )}
                cue={cue("travel_speed_mm_min")}
              />
            </>
          )}
          <Big
            name="Cones to plate"
            value={band(plan.standoff_mm.low, plan.standoff_mm.high, "gap", system)}
            small={`tip to plate ${band(plan.tip_to_plate_mm.low, plan.tip_to_plate_mm.high, "gap", system)}`}
            cue={cue("standoff_mm")}
          />
          <Big
            name="Kerf"
            value={print(plan.kerf_mm, "bore", system)}
            small={`drag ${print(plan.drag_mm, "bore", system)}`}
          />
          <Big
            name="One cut"
            value={clock(plan.time_s.total)}
            small={`${plan.starts} ${plan.starts === 1 ? "start" : "starts"}, heat ${clock(plan.time_s.preheat)}, cut ${clock(plan.time_s.cutting)}`}
          />
          <Big
            name={`Gas, ${plan.line_total.count === 1 ? "one cut" : `all ${plan.line_total.count}`}`}
            value={`O₂ ${print(plan.line_total.oxygen_l, "gas_volume", system)}`}
            small={`${word(fuel)} ${print(plan.line_total.fuel_l, "gas_volume", system)}, ${clock(plan.line_total.time_s)}`}
          />
        </div>
      )}
      <div
        className={`grid gap-4 ${
          section
            ? "sm:grid-cols-[minmax(0,5fr)_minmax(0,13fr)] print:grid-cols-[5fr_13fr]"
            : "sm:grid-cols-[minmax(0,11fr)_minmax(0,9fr)] print:grid-cols-[11fr_9fr]"
        }`}
      >
        {section ? (
          <Schools fuel={fuel} />
        ) : (
          <div className="h-[270px] sm:h-[250px] print:h-[210px]">
            <EdgeDrawing
              plan={plan}
              thickness={request.steel.thickness_mm}
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
      {!section && (
        <CutStrip
          plan={plan}
          length={request.cut.length_mm}
          start={request.cut.start ?? "edge"}
          scrap={request.cut.scrap ?? "far_side"}
          system={system}
        />
      )}
      <table className="w-full table-fixed border-t-2 border-ink text-left text-xs" data-notes="">
        <thead>
          <tr>
            {TO_NOTE.map((what) => (
              <th key={what} className="py-1 font-normal">
                {what}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {Array.from(
            { length: Math.min(plan.line_total.count, section ? ROWS_OF_A_SHAPE : ROWS_TO_NOTE) },
            (_, i) => i + 1,
          ).map((row) => (
            <tr key={row} className="h-6 border-b border-ink align-bottom">
              {TO_NOTE.map((what, i) => (
                <td key={what}>{i === 0 ? `${row}` : ""}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
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

function PressureBlock({
  gas,
  pressure,
  system,
}: {
  plan: CutPlan;
  gas: string;
  pressure: CutPlan["oxygen_pressure_kpa"];
  system: System;
}) {
  return (
    <div className="flex items-center gap-2 border-t-2 border-ink pt-1">
      <span className="w-20 shrink-0 sm:w-24">
        <Gauge gas={gas} pressure={pressure} system={system} label={`${word(gas)} gauge`} />
      </span>
      <div>
        <p className="text-sm">{word(gas)}</p>
        <p className="text-xl font-bold leading-none" data-value="">
          {setting(pressure, system)}
        </p>
        <p className="text-xs leading-tight">
          {pressure
            ? `${band(pressure.low, pressure.high, "pressure", system)}, ${SCREEN.flowing}`
            : SCREEN.noSetting}
        </p>
      </div>
    </div>
  );
}

/** Whoever reads the card is not cleared for its cut: told to them, and printed with it. */
function NotCleared({ card }: { card: string }) {
  const { system } = usePreferences();
  const { session } = useSession();
  const cleared = useQuery({
    queryKey: [...keys.plan(card), "clearance", session?.person.id],
    queryFn: () =>
      data(api.GET("/api/v1/plans/{id}/clearance", { params: { path: { id: card } } })),
  });
  const note = cleared.data?.note;
  if (!note || session === null) return null;
  return (
    <div className="mx-auto w-full max-w-[780px]" data-not-cleared={note.code}>
      <Notice level="caution">
        {session.person.name}: {sentence("notes", note.code, note.values, system, note.text)}
      </Notice>
    </div>
  );
}

export function CardPage() {
  const { planId } = useParams({ from: "/cards/$planId" });
  const plan = useQuery({
    queryKey: keys.plan(planId),
    staleTime: Number.POSITIVE_INFINITY,
    queryFn: () => data(api.GET("/api/v1/plans/{id}", { params: { path: { id: planId } } })),
  });
  if (plan.isPending) return <Loading what="Fetching the card" />;
  if (plan.error) {
    const gone = plan.error instanceof ApiFailure && plan.error.code === "not_found";
    return gone ? (
      <Nothing title="No such card">{SCREEN.noCard}</Nothing>
    ) : (
      <Failed error={plan.error} onRetry={() => void plan.refetch()} />
    );
  }
  const found = plan.data;
  return (
    <div className="flex flex-col gap-3">
      <div className="print:hidden mx-auto flex w-full max-w-[780px] items-center justify-between gap-2">
        <Link to="/" className="text-sm underline">
          Back to today
        </Link>
        <Button look="next" onClick={() => window.print()}>
          <Printer size={16} aria-hidden="true" /> Print
        </Button>
      </div>
      <NotCleared card={found.id} />
      <Sheet
        plan={found.result as CutPlan}
        request={found.input as CutPlanRequest}
        title={found.title}
        madeAt={found.made_at}
        core={found.core_version}
        code={`/api/v1/plans/${found.id}/code.svg`}
      />
    </div>
  );
}
