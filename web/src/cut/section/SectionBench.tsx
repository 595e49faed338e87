/** A shape on the bench: how it lies, its strokes in order, what each is set to, and what holds the drop. */

import { Link } from "@tanstack/react-router";
import { Ruler } from "lucide-react";
import { useEffect, useState } from "react";
import type { CutInput, CutPlan, CutPlanRequest, FieldError, Schemas } from "@/api/client";
import { Balance } from "@/draw/balance";
import { SCREEN, sentence, word } from "@/text";
import { freedOf } from "@/text/section";
import { tipShort } from "@/text/tip";
import { buttonLook } from "@/ui/button";
import { useCurrency } from "@/ui/currency";
import type { Level } from "@/ui/mark";
import { usePreferences } from "@/ui/preferences";
import { clock, print } from "@/units";
import { FuelPicker } from "../FuelPicker";
import { ABSENT, noteKey } from "../model";
import { SectionInputs } from "./SectionInputs";
import { SectionStage } from "./SectionStage";
import { StrokeList } from "./StrokeList";
import { StrokeWhy } from "./StrokeWhy";

type Section = Schemas["SectionReply"];
const TUBES = ["rectangular_tube", "round_tube", "pipe"];
const PARTED = ["square", "mitre", "bevel", "saddle"];
const SIDES = ["above", "near", "far", "below"];

/** The sides in reach that a request says. */
function sidesOf(section: CutPlanRequest["section"]): string[] {
  if (section?.sides) return section.sides;
  return section?.access === "one_side" ? ["near"] : SIDES;
}

/** The ways there are, with what each takes. */
function Ways({ section, onWay }: { section: Section; onWay: (code: string) => void }) {
  const { system } = usePreferences();
  const currency = useCurrency();
  if (section.ways.length < 2) return null;
  return (
    <fieldset className="flex flex-col gap-1.5" data-ways="">
      <legend className="pb-1 text-sm font-semibold">How it lies</legend>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(150px,1fr))] gap-1.5">
        {section.ways.map((way) => (
          <label
            key={way.code}
            className="flex cursor-pointer flex-col rounded-md border border-line bg-sheet px-2.5 py-1.5 text-sm has-checked:border-2 has-checked:border-accent has-checked:bg-accent-soft has-focus-visible:outline-3 has-focus-visible:outline-accent"
            data-way={way.code}
          >
            <span className="flex items-center gap-1.5 font-semibold">
              <input
                type="radio"
                name="way"
                className="accent-(--accent)"
                checked={way.code === section.way}
                onChange={() => onWay(way.code)}
              />
              {word(way.code)}
            </span>
            <span className="text-xs text-ink-2">
              {way.strokes} {way.strokes === 1 ? "stroke" : "strokes"}, {clock(way.time_s.total)},{" "}
              {print(way.oxygen_l, "gas_volume", system)} oxygen
              {way.turns > 0 && `, turned ${way.turns} times`}
              {way.cost != null && `, ${currency} ${print(way.cost, "money", system)}`}
              {!way.reached && <strong className="text-stop"> · out of reach</strong>}
            </span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** A link to the wrap-around template of a pipe's end. */
function TemplateLink({ section, request }: { section: Section; request: CutPlanRequest }) {
  const cut = request.section?.cut;
  const round = ["round_tube", "pipe"].includes(section.profile.family);
  if (!round || !cut || !["square", "mitre", "saddle"].includes(cut.kind)) return null;
  return (
    <Link
      to="/template"
      search={{
        diameter: section.profile.dimensions_mm.depth ?? 0,
        kind: cut.kind,
        ...(cut.angle_deg == null ? {} : { angle: cut.angle_deg }),
        ...(cut.header_mm == null ? {} : { header: cut.header_mm }),
        name: section.profile.code,
      }}
      className={`${buttonLook("quiet")} self-start`}
    >
      <Ruler size={16} aria-hidden="true" /> Template to wrap round
    </Link>
  );
}

type Props = {
  plan: CutPlan;
  section: Section;
  request: CutPlanRequest;
  errors: FieldError[];
  /** Grades that can be named. */
  grades: readonly { value: string; text: string }[];
  onChange: (change: CutInput) => void;
  onFuel: (fuel: string) => void;
  onWhy: (quantity: string) => void;
};

/** Why each hold stands where it does, and what comes free. */
function Holding({ section }: { section: Section }) {
  const { system } = usePreferences();
  const loose = section.holds.filter((hold) => hold.part !== "piece");
  const whys = loose.filter((hold, i) => loose.findIndex((it) => it.why === hold.why) === i);
  const freed = freedOf(section, system);
  if (freed.length === 0) return null;
  return (
    <ul className="flex flex-col gap-0.5 text-sm" data-freed="">
      {freed.map((line, i) => (
        // two tees are alike
        // biome-ignore lint/suspicious/noArrayIndexKey: the list is never reordered
        <li key={i}>{line}</li>
      ))}
      {whys.map((hold) => (
        <li key={hold.why_code} className="text-xs text-ink-2" data-hold={hold.why_code}>
          {word(hold.by)} before stroke {hold.before_stroke}:{" "}
          {sentence("steps", hold.why_code ?? "", {}, system, hold.why ?? "")}
        </li>
      ))}
    </ul>
  );
}

export function SectionBench(props: Props) {
  const { plan, section, request, errors, grades, onChange, onFuel, onWhy } = props;
  const { system } = usePreferences();
  const currency = useCurrency();
  const [here, setHere] = useState(0);
  useEffect(() => setHere((now) => Math.min(now, section.strokes.length - 1)), [section]);
  const [asked, setAsked] = useState<string | null>(null);
  const sides = sidesOf(request.section);
  const of = (change: CutInput["section"] & object) => onChange({ section: change });
  const quiet = plan.notes.filter((note) => (note.level as Level) === "info");
  const whole: [string, string, string][] = [
    ["time_s", "Time, one cut", clock(plan.time_s.total)],
    ["oxygen_l", "Oxygen", print(plan.oxygen_l, "gas_volume", system)],
    ["fuel_l", word(request.gas.fuel), print(plan.fuel_l, "gas_volume", system)],
    ...(plan.cost
      ? [
          ["cost", "Cost", `${currency} ${print(plan.cost.total, "money", system)}`] as [
            string,
            string,
            string,
          ],
        ]
      : []),
  ];
  return (
    <div
      className="grid grid-cols-1 items-start gap-3 lg:grid-cols-[minmax(0,12fr)_minmax(0,10fr)]"
      data-section={section.profile.code}
    >
      <div className="flex min-w-0 flex-col gap-3">
        <SectionStage
          section={section}
          here={here}
          onHere={setHere}
          sides={sides}
          onSide={(side) => {
            const next = sides.includes(side)
              ? sides.filter((each) => each !== side)
              : [...sides, side];
            of({ sides: next, access: null, way: null });
          }}
        />
        <SectionInputs
          request={request}
          kinds={section.kinds}
          isTube={TUBES.includes(section.profile.family)}
          grades={grades}
          errors={errors}
          onChange={onChange}
        />
        <label className="flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            className="size-4 accent-(--accent)"
            checked={request.section?.turning ?? request.section?.access !== "one_side"}
            onChange={(event) => of({ turning: event.target.checked, way: null })}
          />
          The piece can be turned over
        </label>
      </div>
      <div className="flex min-w-0 flex-col gap-3" data-refused={errors.length > 0}>
        <FuelPicker value={request.gas.fuel} onChange={onFuel} />
        <Ways section={section} onWay={(way) => of({ way })} />
        <p className="text-sm">
          {section.one_tip ? (
            <>
              Tip <strong>{plan.verdict === "stop" ? ABSENT : tipShort(section.tip)}</strong> for
              every stroke.
            </>
          ) : (
            "No one tip suits every stroke: each names its own."
          )}
        </p>
        <StrokeList
          section={section}
          fuel={request.gas.fuel}
          stopped={plan.verdict === "stop"}
          here={here}
          onPick={setHere}
          onWhy={setAsked}
        />
        <StrokeWhy
          request={request}
          stroke={here + 1}
          quantity={asked}
          onClose={() => setAsked(null)}
        />
        <div className="grid grid-cols-2 gap-1.5 sm:grid-cols-4">
          {whole.map(([quantity, name, value]) => (
            <button
              key={quantity}
              type="button"
              onClick={() => onWhy(quantity)}
              className="rounded-md border border-line bg-sheet px-2 py-1 text-left hover:border-accent"
              data-total={quantity}
            >
              <span className="block text-xs text-ink-2">{name}</span>
              <strong className="text-base">{value}</strong>
            </button>
          ))}
        </div>
        {(section.piece ?? section.drop) && (
          <Balance section={section} parted={PARTED.includes(section.kind)} system={system} />
        )}
        <Holding section={section} />
        <TemplateLink section={section} request={request} />
        {quiet.map((note) => (
          <p key={noteKey(note)} className="text-xs text-ink-2" data-note={note.code}>
            {sentence("notes", note.code, note.values, system, note.text)}
          </p>
        ))}
        <p className="text-xs text-ink-2">
          {SCREEN.defer} {SCREEN.manual}
        </p>
      </div>
    </div>
  );
}
