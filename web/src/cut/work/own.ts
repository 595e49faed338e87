/** Heating heads and carriages of the rack, and what is said once one is taken. Pure. */
import type { GearView } from "@/api/client";
import type { Mark, Said } from "./kinds";

export type HeatingHead = { label: string; fuel: string; flow_l_min: number };

/** The heads in service whose fuel and flow are known. */
export function headsOf(rack: readonly GearView[]): HeatingHead[] {
  return rack.flatMap(({ gear }) => {
    const { fuel, flow_l_min } = gear.fields as { fuel?: unknown; flow_l_min?: unknown };
    const known = typeof fuel === "string" && typeof flow_l_min === "number";
    return gear.kind === "heating_head" && gear.in_service && known
      ? [{ label: gear.label, fuel, flow_l_min }]
      : [];
  });
}

/** What is said with a head: its fuel, and the flow of its chart. */
export function withHead(said: Said, head: HeatingHead): Said {
  const heat = { ...said.numbers.heat, flow_l_min: head.flow_l_min };
  return { ...said, fuel: head.fuel, numbers: { ...said.numbers, heat } };
}

/** The head that is said: the one whose fuel and flow stand there. */
export function headOf(said: Said, heads: readonly HeatingHead[]): HeatingHead | undefined {
  const flow = said.numbers.heat?.flow_l_min;
  return heads.find((head) => head.fuel === said.fuel && head.flow_l_min === flow);
}

export type Carriage = { label: string; dial: Mark[]; rail_mm: number | null };

/** The carriages in service whose dial was timed. */
export function carriagesOf(rack: readonly GearView[]): Carriage[] {
  return rack.flatMap(({ gear }) => {
    const { dial, rail_mm } = gear.fields as { dial?: Mark[]; rail_mm?: unknown };
    if (gear.kind !== "carriage" || !gear.in_service || !dial?.length) return [];
    return [{ label: gear.label, dial, rail_mm: typeof rail_mm === "number" ? rail_mm : null }];
  });
}

/** What is said with a carriage: the marks of its dial, and its rail where that is known. */
export function withCarriage(said: Said, { dial, rail_mm }: Carriage): Said {
  const rail = { ...said.numbers.rail, ...(rail_mm === null ? {} : { rail_mm }) };
  return { ...said, dial: [...dial], numbers: { ...said.numbers, rail } };
}

const sameMarks = (a: readonly Mark[], b: readonly Mark[]) =>
  a.length === b.length &&
  a.every((mark, i) => {
    const other = b[i];
    return mark.mark === other?.mark && mark.mm === other.mm && mark.s === other.s;
  });

/** The carriage that is said: the one whose marks stand there; where none stand, the first, as the plan takes it. */
export function carriageOf(said: Said, carriages: readonly Carriage[]): Carriage | undefined {
  if (said.dial.length === 0) return carriages[0];
  return carriages.find((carriage) => sameMarks(carriage.dial, said.dial));
}
