/** Heating heads of the rack, and what is said once one is taken. Pure. */
import type { GearView } from "@/api/client";
import type { Said } from "./kinds";

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
