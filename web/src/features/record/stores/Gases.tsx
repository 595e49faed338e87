/** Each gas as two lengths of one scale: what is in hand, and what the work still takes. */
import type { Schemas } from "@/api/client";
import { word } from "@/text";
import { fill } from "@/text/fill";
import { STORES } from "@/text/record/stores";
import { GasBadge, gasColour } from "@/ui/gas-badge";
import { usePreferences } from "@/ui/preferences";
import { print, type System } from "@/units";
import { reach } from "./stores";

type Gas = Schemas["GasStand"];
const WIDE = 400;

/** A bar of a length, with what it is beside it. */
function Bar(props: { y: number; part: number; colour: string; hollow?: boolean }) {
  return (
    <rect
      x={1}
      y={props.y}
      width={Math.max(props.part * (WIDE - 2), 1)}
      height={12}
      rx={props.hollow ? 0 : 4}
      fill={props.hollow ? "none" : props.colour}
      stroke={props.hollow ? "var(--ink)" : "none"}
      strokeWidth={2}
      strokeDasharray={props.hollow ? "5 3" : undefined}
    />
  );
}

function Stand({ gas, system }: { gas: Gas; system: System }) {
  const part = reach(gas);
  const volume = (litres: number) => print(litres, "gas_volume", system);
  const short = gas.missing_l > 0;
  return (
    <li className="rounded-md border border-line bg-sheet p-3" data-gas={gas.gas}>
      <p className="flex flex-wrap items-center gap-x-2 text-sm">
        <GasBadge gas={gas.gas} />
        <strong>{word(gas.gas)}</strong>
        <span className="text-ink-2">{fill(STORES.ready, { n: gas.ready })}</span>
        <strong className={`ml-auto ${short ? "text-stop" : ""}`} data-short={short}>
          {short ? fill(STORES.missing, { litres: volume(gas.missing_l) }) : STORES.enough}
        </strong>
      </p>
      <svg viewBox={`0 0 ${WIDE} 34`} className="my-1 h-auto w-full" aria-hidden="true">
        <Bar y={2} part={part.hand} colour={gasColour(gas.gas)} />
        <Bar y={19} part={part.need} colour={gasColour(gas.gas)} hollow />
      </svg>
      <p className="flex flex-wrap justify-between gap-x-4 text-sm tabular-nums">
        <span>
          {volume(gas.at_hand_l)} {STORES.inHand}
        </span>
        <span>
          {STORES.needed} {volume(gas.needed_l)}
        </span>
      </p>
      <p className="text-xs text-ink-2 tabular-nums">
        {volume(gas.taken_l)} {STORES.used}; {gas.changed} {STORES.changed}
      </p>
    </li>
  );
}

export function Gases({ gases }: { gases: Gas[] }) {
  const { system } = usePreferences();
  return (
    <section aria-label={STORES.gases} className="flex flex-col gap-2">
      <h2 className="text-lg font-semibold">{STORES.gases}</h2>
      <p className="max-w-3xl text-sm text-ink-2">{STORES.gasesLead}</p>
      <ul className="grid gap-3 md:grid-cols-3">
        {gases.map((gas) => (
          <Stand key={gas.gas} gas={gas} system={system} />
        ))}
      </ul>
    </section>
  );
}
